import type { AroundPort } from '@zebbit/core';
import { printLength, STANCE_WORDS, STANCES } from '@zebbit/core';
import { ChipsOne } from '../../ui/chips';
import { FigureField } from '../../ui/field';
import { useJob } from '../../desk/job-context';
import { SlipSection } from '../slip';

/** What stands around the port: the case and the way the old one lay. It rules out what would sit upside down or behind the case. */
export function AroundSection() {
  const { documents, edit } = useJob();
  const { around } = documents.match;
  const put = (more: Partial<AroundPort>): void =>
    edit('match', (d) => void (d.around = { ...d.around, ...more }));
  return (
    <SlipSection title="Around the port">
      <div className="flex flex-col gap-3">
        <div>
          <p className="mb-1 text-second font-semibold text-ink2">How the old one stood</p>
          <ChipsOne
            label="How the old one stood"
            options={STANCES.map((s) => [s, STANCE_WORDS[s]] as const)}
            value={around.stance}
            onChange={(stance) => put({ stance })}
          />
        </div>
        <div>
          <p className="mb-1 text-second font-semibold text-ink2">
            Narrow side of the opening, board lying under it
          </p>
          <ChipsOne
            label="Narrow side of the opening"
            options={[
              ['up', 'up'],
              ['down', 'down'],
            ]}
            value={around.narrowSide}
            onChange={(narrowSide) => put({ narrowSide })}
          />
        </div>
        <div className="grid grid-cols-2 gap-3">
          <FigureField
            label="Case before the board’s edge"
            kind="length"
            shown={around.caseMm === null ? '' : printLength(around.caseMm)}
            onFigure={(caseMm) => put({ caseMm })}
            onClear={() => put({ caseMm: null })}
          />
          <FigureField
            label="Opening’s middle over the board"
            kind="length"
            shown={around.openingHeightMm === null ? '' : printLength(around.openingHeightMm)}
            onFigure={(openingHeightMm) => put({ openingHeightMm })}
            onClear={() => put({ openingHeightMm: null })}
          />
        </div>
      </div>
    </SlipSection>
  );
}
