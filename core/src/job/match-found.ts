import type { MatchVerdict } from '../match/match-parts';
import { printChance } from '../quantity/print-chance';

/** What matching found, as far as the next move goes: plain data that is kept with the job. */
export interface MatchFound {
  /** The part to take: one that drops in and lies in the drawer, else one that drops in, else the likeliest. */
  readonly best: {
    readonly name: string;
    readonly verdict: MatchVerdict;
    /** Chance among the known parts. */
    readonly probability: number;
    /** The gravest reason, in words; empty without one. */
    readonly reason: string;
    readonly inDrawer: boolean;
  } | null;
  /** The dimension that tells most, and how it is taken; `null` when none is left to ask. */
  readonly ask: { readonly words: string; readonly question: string } | null;
  /** Chance that the board was laid out for none of the known parts. */
  readonly unknown: number;
  /** Known parts that were compared. */
  readonly considered: number;
}

/** The next move at Match by what was found; `null` when nothing was. */
export function foundMove({
  best,
  ask,
  unknown,
  considered,
}: MatchFound): { title: string; why: string } | null {
  if (best?.verdict === 'drops-in')
    return {
      title: `Take ${best.name}`,
      why: `It drops in${best.inDrawer ? ' and lies in the drawer' : ''}. ${best.reason}.`,
    };
  if (ask)
    return {
      title: `Measure: ${ask.words}`,
      why: `${ask.question} It tells the parts that are left apart best.`,
    };
  if (unknown > 0.5)
    return {
      title: 'None of the known parts: buy by its measures',
      why: `With ${printChance(unknown)} the board was laid out for a part that is not in the library. The limits for a shop’s filter are below.`,
    };
  if (!best) return null;
  return {
    title: best.verdict === 'work' ? `${best.name} goes with work` : `Look at ${best.name}`,
    why: `${printChance(best.probability)} among the ${considered} known parts. ${best.reason}.`,
  };
}

/** Names what was matched: the documents and readings that the match rests on. */
export function matchStamp(
  revs: { readonly board: number; readonly match: number; readonly intake: number },
  readings: string,
): string {
  return `${revs.board}/${revs.match}/${revs.intake}/${readings}`;
}
