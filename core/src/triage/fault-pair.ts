import type { FaultSite } from './fault-site';
import type { TriageCheck } from './triage-checks';
import { ROW_ORDER } from './triage-checks';

/** Two faults that are met together: a port that failed, and what its long silence or the same fall did to something else. */
export interface FaultPair {
  readonly id: string;
  readonly first: FaultSite;
  readonly second: FaultSite;
  /** How much oftener than by chance (common practice): a cell left flat for months behind a dead port is spent. */
  readonly together: number;
}

const pair = (first: FaultSite, second: FaultSite, together: number): FaultPair => ({
  id: `${first} and ${second}`,
  first,
  second,
  together,
});

export const FAULT_PAIRS: readonly FaultPair[] = [
  pair('cable', 'battery', 1),
  pair('contacts', 'battery', 1.5),
  pair('joints', 'battery', 1.5),
  pair('pads', 'battery', 1.5),
  pair('port-part', 'battery', 1),
  pair('pads', 'short', 1),
  pair('pads', 'port-part', 1),
  pair('joints', 'cable', 1),
];

/** Chance that at least one of two faults makes itself felt. */
export const yesOfBoth = (a: number, b: number): number => 1 - (1 - a) * (1 - b);

/**
 * What a check shows with two faults: each would show something by itself, and the stronger sign is the one that is seen.
 * One chance an outcome, in the check's own order; they sum to 1.
 */
export function pairRow(check: TriageCheck, { first, second }: FaultPair): number[] {
  const chance = (site: FaultSite, outcome: string): number =>
    check.outcomes.find((o) => o.id === outcome)?.row[ROW_ORDER.indexOf(site)] ?? 0;
  let [pastA, pastB] = [1, 1];
  const seen = new Map<string, number>();
  for (const outcome of check.strongest) {
    const [a, b] = [pastA - chance(first, outcome), pastB - chance(second, outcome)];
    seen.set(outcome, pastA * pastB - a * b);
    [pastA, pastB] = [a, b];
  }
  return check.outcomes.map((o) => Math.min(1, Math.max(0, seen.get(o.id) ?? 0)));
}
