import { Scale, X } from 'lucide-react';
import type { MatchCandidate } from '@zebbit/core';
import { MOUNTING_WORDS, mounting, partFamilyName, printChance } from '@zebbit/core';
import { Button } from '../../ui/button';
import { ReasonMark, VerdictMark } from './verdict-mark';

interface PartSheetProps {
  readonly candidate: MatchCandidate;
  readonly nameOf: (id: string) => string;
}

function equalWords({ candidate: c, nameOf }: PartSheetProps): string | null {
  if (c.tied.length > 0)
    return `Equal on the board: ${c.tied.map(nameOf).join(', ')}. No measurement of the bare board tells them apart.`;
  if (c.level.length > 0)
    return `Level so far with ${c.level.map(nameOf).join(', ')}: what was measured does not tell them apart.`;
  return null;
}

/** One part: its verdict and every reason for it. */
function PartSheet({ candidate: c, nameOf }: PartSheetProps) {
  const equal = equalWords({ candidate: c, nameOf });
  const { dropsIn, work } = c.chances;
  return (
    <div className="min-w-0 flex-1">
      <div className="flex flex-wrap items-baseline gap-x-4">
        <h3 className="text-title font-bold">{c.part.name}</h3>
        <VerdictMark of={c.verdict} big />
      </div>
      <p className="text-second text-ink2">
        {partFamilyName(c.part.family)}, {MOUNTING_WORDS[mounting(c.part)]}
        {c.part.ratedA === null ? '' : `, ${c.part.ratedA} A`} · drops in{' '}
        <span className="figure">{printChance(dropsIn)}</span>, with work{' '}
        <span className="figure">{printChance(work)}</span> · {c.placement.residuals.length} places, off by{' '}
        <span className="figure">{c.placement.rmsMm.toFixed(2)} mm</span> · {c.part.source}
      </p>
      <ul className="mt-1.5">
        {c.reasons.map((r) => (
          <li key={`${r.code} ${r.text}`} className="flex gap-2">
            <ReasonMark of={r.effect} />
            <span>{r.text}</span>
          </li>
        ))}
        {c.reasons.length === 0 && <li className="text-ink2">Too little is measured to say why.</li>}
        {equal !== null && <li className="mt-1 text-second text-ink2">{equal}</li>}
      </ul>
    </div>
  );
}

interface ChosenStripProps {
  readonly chosen: MatchCandidate;
  readonly beside: MatchCandidate | null;
  readonly nameOf: (id: string) => string;
  readonly onHold: () => void;
  readonly children: React.ReactNode;
}

/** Under the plate: the chosen part with its reasons, beside it the one it is compared with. */
export function ChosenStrip({ chosen, beside, nameOf, onHold, children }: ChosenStripProps) {
  const two = beside !== null && beside.part.id !== chosen.part.id;
  return (
    <section
      aria-label="The chosen part"
      className="scroll-thin max-h-[46%] shrink-0 overflow-y-auto border-t border-line bg-sheet px-6 py-4"
    >
      <div className="flex gap-6">
        <PartSheet candidate={chosen} nameOf={nameOf} />
        {two && (
          <>
            <div className="w-px bg-line" />
            <PartSheet candidate={beside} nameOf={nameOf} />
          </>
        )}
      </div>
      <div className="sticky -bottom-4 -mb-4 flex flex-wrap items-center gap-2 bg-sheet pt-3 pb-4">
        {children}
        <Button
          hotkey="C"
          onClick={onHold}
          icon={two ? <X aria-hidden className="size-4" /> : <Scale aria-hidden className="size-4" />}
        >
          {two ? 'Put the other away' : beside ? 'Held: now flick to another' : 'Hold beside another'}
        </Button>
      </div>
    </section>
  );
}
