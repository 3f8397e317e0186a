import type { Given, Weighed } from './explain';
import type { ExplainDesk, LineGroupDesk } from './explain-desk';
import { givenLog, groupExplanations } from './explain';

/** A group of lines whose best explanation weighs this much is taken as known while the others are explained. */
const AS_KNOWN = 0.9;

/** One group explained while others are taken as known. */
export interface LineByLine {
  readonly weighed: Weighed;
  /** How many lines were given before its own in each explanation's landings. */
  readonly from: number;
}

/**
 * Groups of lines that are too many to be explained together: each is explained while the others that are as good as known land where they
 * do. What is read of the fuse of a supply is then the supply's, and no reason for a data line to be there.
 * @param apart each group explained by itself
 * @returns each group's explanations, and the log chance of all readings against that with nothing supposed, one group after the other
 */
export function lineByLine(
  desk: ExplainDesk,
  groups: readonly LineGroupDesk[],
  apart: readonly Weighed[],
  none: number,
): { readonly groups: readonly LineByLine[]; readonly log: number } {
  const surest = [...groups.keys()].sort(
    (a, b) => (apart[b]?.weights[0] ?? 0) - (apart[a]?.weights[0] ?? 0) || a - b,
  );
  const known = new Map<number, Given>();
  let log = 0;
  for (const k of surest) {
    const before = [...known.values()];
    const group = groups[k] as LineGroupDesk;
    const weighed = before.length > 0 ? groupExplanations(desk, group, before) : (apart[k] as Weighed);
    log += weighed.logEvidence - (before.length > 0 ? givenLog(desk, before) : none);
    const best = weighed.candidates[0];
    if (best && (weighed.weights[0] ?? 0) >= AS_KNOWN) known.set(k, { group, taken: best.taken });
  }
  return {
    log,
    groups: groups.map((group, k): LineByLine => {
      const others = [...known].filter(([j]) => j !== k).map(([, g]) => g);
      return {
        weighed: others.length > 0 ? groupExplanations(desk, group, others) : (apart[k] as Weighed),
        from: others.reduce((n, g) => n + g.taken.length, 0),
      };
    }),
  };
}
