import type { ObservedPattern } from '@zebbit/core';
import {
  canProbe,
  fallbacks,
  partCsv,
  partFootprint,
  partSvg,
  whatToBuy,
  writeKicadFootprint,
} from '@zebbit/core';
import { Button } from '../../ui/button';
import { saveFile } from '../../ui/save-file';
import { useJob } from '../../desk/job-context';
import { SlipSection } from '../slip';

/** When no known part goes: what to look for in a shop, and what else can be done. */
export function BuySection({ pattern }: { readonly pattern: ObservedPattern }) {
  const { view, documents } = useJob();
  const family = documents.board.family ?? 'other';
  const buy = whatToBuy(pattern, family, documents.intake.deviceCurrentA);
  const legsLeft = documents.board.legs.filter((l) => canProbe(l.state)).length;
  const ways = fallbacks(
    view.sheet.contacts.map((p) => p.function),
    legsLeft,
    view.sheet.hasData,
  );
  const stem = (documents.intake.name || 'port').replace(/[^\w-]+/gu, '-').toLowerCase();
  const { drawing } = buy;
  return (
    <>
      <SlipSection title="What to buy">
        <p className="figure mb-2 rounded-[10px] bg-sunk p-3 select-all">{buy.words}</p>
        <dl className="grid grid-cols-[1fr_auto] gap-x-4 gap-y-1 text-second">
          {buy.limits.map((l) => (
            <div key={l.what} className="contents">
              <dt className="text-ink2">{l.what}</dt>
              <dd className="figure text-right">{l.limit}</dd>
            </div>
          ))}
        </dl>
        {drawing && (
          <div className="mt-3 flex flex-wrap gap-2">
            <Button onClick={() => saveFile(`${stem}-wanted.svg`, 'image/svg+xml', partSvg(drawing))}>
              Drawing (SVG)
            </Button>
            <Button onClick={() => saveFile(`${stem}-wanted.csv`, 'text/csv', partCsv(drawing))}>
              Table (CSV)
            </Button>
            <Button
              onClick={() =>
                saveFile(
                  `${stem}-wanted.kicad_mod`,
                  'text/plain',
                  writeKicadFootprint(partFootprint(drawing)),
                )
              }
            >
              Land pattern
            </Button>
          </div>
        )}
      </SlipSection>
      <SlipSection title="No part to be had">
        <ul className="flex flex-col gap-3">
          {ways.map((w) => (
            <li key={w.kind}>
              <p className="flex items-baseline justify-between gap-3">
                <span className="font-semibold">{w.title}</span>
                <span className="figure text-second text-ink2" title={w.formula}>
                  {w.minutes} min
                </span>
              </p>
              <p className="text-second">{w.what}</p>
              <p className="text-second text-ink2">
                {w.gives} {w.formula}.
              </p>
            </li>
          ))}
        </ul>
      </SlipSection>
    </>
  );
}
