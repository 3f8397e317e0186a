import type { Given, Weighed } from './explain';
import type { ExplainDesk, LineGroupDesk } from './explain-desk';
import { givenLog, groupExplanations } from './explain';
import type { LandingOption } from './line-options';

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
  const made = new Map<string, Weighed>();
  const beside = (k: number, given: readonly (readonly [number, Given])[]): Weighed => {
    if (given.length === 0) return apart[k] as Weighed;
    const key = `${k} ${given
      .map(([j]) => j)
      .sort((a, b) => a - b)
      .join()}`;
    const before = made.get(key);
    if (before) return before;
    const now = groupExplanations(desk, groups[k] as LineGroupDesk, inOrder(given));
    made.set(key, now);
    return now;
  };
  let log = 0;
  for (const k of surest) {
    const before = [...known];
    const weighed = beside(k, before);
    log += weighed.logEvidence - (before.length > 0 ? givenLog(desk, inOrder(before)) : none);
    const best = weighed.candidates[0];
    if (best && (weighed.weights[0] ?? 0) >= AS_KNOWN && isTouched(desk, best.taken))
      known.set(k, { group: groups[k] as LineGroupDesk, taken: best.taken });
  }
  return {
    log,
    groups: groups.map((_, k): LineByLine => {
      const others = [...known].filter(([j]) => j !== k);
      return {
        weighed: beside(k, others),
        from: others.reduce((n, [, g]) => n + g.taken.length, 0),
      };
    }),
  };
}

const inOrder = (given: readonly (readonly [number, Given])[]): Given[] =>
  [...given].sort(([a], [b]) => a - b).map(([, g]) => g);

/** Whether anything was read of where lines land: else that says nothing of the others but that they land elsewhere, which is weighed in afterwards. */
const isTouched = ({ seen }: ExplainDesk, taken: readonly LandingOption[]): boolean =>
  taken.some((x) => [x.near, x.behind].some((s) => s !== null && seen.clusterOf.has(s.site)));
