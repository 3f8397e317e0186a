import { useState } from 'react';
import { Undo2 } from 'lucide-react';
import type { DimensionAnswer, MeasureNext, MeasureProposal } from '@zebbit/core';
import { DIMENSION_WORDS, sayDimension, printChance } from '@zebbit/core';
import { Button } from '../../ui/button';
import { FigureField } from '../../ui/field';
import { useJob } from '../../desk/job-context';
import { SlipSection } from '../slip';
import {} from './verdict-mark';

/** How well calipers tell a length on a board, mm. */
const CALIPER_MM = 0.05;

/** Words of the question: `distance between the front slots: 7 mm or 12 mm?` */
export function questionOf(p: MeasureProposal): string {
  const values = p.answers.map((a) => a.words);
  return `${p.words}: ${values.slice(0, -1).join(', ')}${values.length > 1 ? ' or ' : ''}${values.at(-1) ?? ''}?`;
}

/** The one dimension that tells the remaining parts apart, and what was answered so far. */
export function MeasureSection({ next }: { readonly next: MeasureNext | null }) {
  const { documents, edit } = useJob();
  const { answers, skipped } = documents.match;
  const [at, setAt] = useState(0);
  const proposals = next?.kind === 'ask' ? next.proposals : [];
  const p = proposals[Math.min(at, proposals.length - 1)];
  const answer = (value: number | null): void => {
    if (!p) return;
    const given: DimensionAnswer = { key: p.key, value, sigmaMm: CALIPER_MM };
    edit('match', (d) => void (d.answers = [...d.answers.filter((a) => a.key !== p.key), given]));
    setAt(0);
  };
  if (!p && answers.length === 0 && skipped.length === 0) return null;
  return (
    <SlipSection title="Measure next" corner={p ? `${p.gainBits.toFixed(1)} bits` : undefined}>
      {p ? (
        <>
          <p className="mb-2">{questionOf(p)}</p>
          <div className="flex flex-wrap gap-2">
            {p.answers.map((a) => (
              <Button
                key={a.words}
                title={`${printChance(a.chance)} likely; then ${a.leading.join(', ') || 'no one'} would lead`}
                onClick={() => answer(a.value)}
              >
                {a.words}
              </Button>
            ))}
          </div>
          {!p.counted && (
            <div className="mt-2">
              <FigureField label="Or as measured" kind="length" shown="" onFigure={answer} />
            </div>
          )}
          <div className="mt-2 flex gap-2">
            {proposals.length > 1 && (
              <Button tone="quiet" onClick={() => setAt((at + 1) % proposals.length)}>
                Another one
              </Button>
            )}
            <Button
              tone="quiet"
              onClick={() => edit('match', (d) => void (d.skipped = [...d.skipped, p.key]))}
            >
              Cannot be measured
            </Button>
          </div>
        </>
      ) : (
        <p className="text-ink2">Nothing more to measure tells the parts apart.</p>
      )}
      {answers.length + skipped.length > 0 && (
        <ul aria-label="Measured so far" className="mt-3 border-t border-line pt-2 text-second">
          {answers.map((a) => (
            <li key={a.key} className="flex items-center gap-2">
              <span className="min-w-0 flex-1">
                {DIMENSION_WORDS[a.key] ?? a.key}:{' '}
                <span className="figure">{sayDimension(a.key, a.value)}</span>
              </span>
              <TakeBack
                what={DIMENSION_WORDS[a.key] ?? a.key}
                onClick={() =>
                  edit('match', (d) => void (d.answers = d.answers.filter((x) => x.key !== a.key)))
                }
              />
            </li>
          ))}
          {skipped.map((key) => (
            <li key={key} className="flex items-center gap-2 text-ink2">
              <span className="min-w-0 flex-1">{DIMENSION_WORDS[key] ?? key}: cannot be measured</span>
              <TakeBack
                what={DIMENSION_WORDS[key] ?? key}
                onClick={() => edit('match', (d) => void (d.skipped = d.skipped.filter((x) => x !== key)))}
              />
            </li>
          ))}
        </ul>
      )}
    </SlipSection>
  );
}

function TakeBack({ what, onClick }: { readonly what: string; readonly onClick: () => void }) {
  return (
    <button
      type="button"
      aria-label={`Take back: ${what}`}
      onClick={onClick}
      className="grid size-9 place-items-center rounded-[8px] text-ink2 hover:bg-sunk"
    >
      <Undo2 aria-hidden className="size-4" />
    </button>
  );
}
