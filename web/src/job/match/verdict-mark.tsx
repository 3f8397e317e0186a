import { CircleCheck, CircleHelp, CircleX, Wrench } from 'lucide-react';
import type { FitEffect, MatchVerdict } from '@zebbit/core';

export const VERDICT_WORDS: Readonly<Record<MatchVerdict, string>> = {
  'drops-in': 'drops in',
  work: 'goes with work',
  no: 'does not go',
  open: 'not told yet',
};

const LOOK: Readonly<Record<MatchVerdict, string>> = {
  'drops-in': 'text-ok',
  work: 'text-wait',
  no: 'text-stop',
  open: 'text-ink2',
};

const ICON = { 'drops-in': CircleCheck, work: Wrench, no: CircleX, open: CircleHelp } as const;

/** A verdict in words, with its own mark. */
export function VerdictMark({ of, big = false }: { readonly of: MatchVerdict; readonly big?: boolean }) {
  const Icon = ICON[of];
  return (
    <span
      className={`inline-flex items-center gap-1.5 font-bold whitespace-nowrap ${LOOK[of]} ${big ? '' : 'text-second'}`}
    >
      <Icon aria-hidden className={big ? 'size-5' : 'size-4'} />
      {VERDICT_WORDS[of]}
    </span>
  );
}

const EFFECT: Readonly<Record<FitEffect, MatchVerdict>> = { fine: 'drops-in', work: 'work', stop: 'no' };

/** The mark of one reason. */
export function ReasonMark({ of }: { readonly of: FitEffect }) {
  const Icon = ICON[EFFECT[of]];
  return <Icon aria-hidden className={`mt-0.5 size-4 shrink-0 ${LOOK[EFFECT[of]]}`} />;
}
