/** Something that may be repaired or removed: the fault is there with chance p, and trying costs seconds. */
export interface Candidate {
  readonly id: string;
  readonly p: number;
  readonly seconds: number;
}

export interface RepairStep extends Candidate {
  /** Chance that none of the steps before has cured it. */
  readonly reached: number;
}

export interface RepairOrder {
  readonly steps: readonly RepairStep[];
  readonly expectedSeconds: number;
  /** Chance that the fault is in none of them. */
  readonly elsewhere: number;
}

/**
 * The order of repairs of least expected cost when exactly one thing is at fault and each trial shows whether it was cured:
 * by chance over cost, greatest first (J. Breese and D. Heckerman, Decision-theoretic troubleshooting, 1995-96, from memory).
 * Chances are of one fault and sum to at most 1. Throws RangeError otherwise, and on costs not above 0.
 */
export function repairOrder(candidates: readonly Candidate[]): RepairOrder {
  for (const c of candidates) {
    if (!(c.p >= 0 && c.p <= 1)) throw new RangeError(`${c.id} has a chance of ${c.p}`);
    if (!(c.seconds > 0)) throw new RangeError(`${c.id} must cost more than 0 s, got ${c.seconds}`);
  }
  const total = candidates.reduce((sum, c) => sum + c.p, 0);
  if (total > 1 + 1e-9) throw new RangeError(`the chances sum to ${total}, more than 1`);
  let reached = 1;
  let expectedSeconds = 0;
  const steps = candidates
    .toSorted((a, b) => b.p / b.seconds - a.p / a.seconds)
    .map((c) => {
      const step = { ...c, reached };
      expectedSeconds += reached * c.seconds;
      reached = Math.max(0, reached - c.p);
      return step;
    });
  return { steps, expectedSeconds, elsewhere: reached };
}
