/**
 * One engine for every question of the kind "what should be asked next": weighted hypotheses, tests with a cost and a
 * distribution of outcomes under each hypothesis, evidence that may be wrong. It knows nothing of electronics.
 */
export interface Hypothesis {
  readonly id: string;
  /** Prior weight, above 0; weights need not sum to 1. */
  readonly weight: number;
}

export interface InquiryTest {
  readonly id: string;
  /** What it costs, seconds, above 0. */
  readonly seconds: number;
  readonly outcomes: readonly string[];
  /** `chances[o][h]`: chance of outcome o under hypothesis h; for each h they sum to 1. */
  readonly chances: readonly (readonly number[])[];
}

export interface Evidence {
  readonly testId: string;
  readonly outcome: string;
}

/** Checked and laid out for speed: build once with `inquiryModel`, ask many times. */
export interface InquiryModel {
  readonly hypotheses: readonly Hypothesis[];
  readonly tests: readonly InquiryTest[];
  /** Chance that a piece of evidence was read wrong; then every outcome is as likely as any other. */
  readonly errorRate: number;
  readonly logPrior: Float64Array;
  readonly testIndex: ReadonlyMap<string, number>;
  /** A test: chances with the error rate worked in, outcome by outcome, each over all hypotheses. */
  readonly likelihood: readonly Float64Array[];
  /** A test: entropy of its outcome under each hypothesis, bits. */
  readonly noise: readonly Float64Array[];
}

const SUM_TOLERANCE = 1e-6;

function checkTest(test: InquiryTest, hypotheses: number): void {
  if (!(test.seconds > 0) || !Number.isFinite(test.seconds))
    throw new RangeError(`test ${test.id} must cost more than 0 s, got ${test.seconds}`);
  if (test.outcomes.length < 2) throw new RangeError(`test ${test.id} needs two outcomes or more`);
  if (new Set(test.outcomes).size !== test.outcomes.length)
    throw new RangeError(`test ${test.id} names an outcome twice`);
  if (test.chances.length !== test.outcomes.length)
    throw new RangeError(
      `test ${test.id} has ${test.outcomes.length} outcomes but ${test.chances.length} rows of chances`,
    );
  for (const row of test.chances) {
    if (row.length !== hypotheses)
      throw new RangeError(`test ${test.id} has chances for ${row.length} of ${hypotheses} hypotheses`);
    for (const c of row)
      if (!(c >= 0 && c <= 1)) throw new RangeError(`test ${test.id} has a chance of ${c}`);
  }
  for (let h = 0; h < hypotheses; h += 1) {
    const sum = test.chances.reduce((n, row) => n + (row[h] ?? 0), 0);
    if (Math.abs(sum - 1) > SUM_TOLERANCE)
      throw new RangeError(`test ${test.id}: chances under hypothesis ${h} sum to ${sum}`);
  }
}

/**
 * Builds a model.
 * @param errorRate chance that evidence is read wrong, above 0 (so that one slip never rules out the truth) and below 1
 * Throws RangeError, naming the culprit, on no hypotheses, doubled ids, weights or costs not above 0, and chances that do not sum to 1.
 */
export function inquiryModel(
  hypotheses: readonly Hypothesis[],
  tests: readonly InquiryTest[],
  errorRate = 0.02,
): InquiryModel {
  if (hypotheses.length === 0) throw new RangeError('an inquiry needs a hypothesis');
  if (!(errorRate > 0 && errorRate < 1))
    throw new RangeError(`an error rate lies above 0 and below 1, got ${errorRate}`);
  for (const h of hypotheses)
    if (!(h.weight > 0) || !Number.isFinite(h.weight))
      throw new RangeError(`hypothesis ${h.id} needs a weight above 0, got ${h.weight}`);
  for (const list of [hypotheses, tests]) {
    const ids = list.map((x) => x.id);
    const twice = ids.find((id, i) => ids.indexOf(id) !== i);
    if (twice !== undefined) throw new RangeError(`the id ${twice} stands twice`);
  }
  for (const test of tests) checkTest(test, hypotheses.length);
  const n = hypotheses.length;
  const total = hypotheses.reduce((sum, h) => sum + h.weight, 0);
  const likelihood = tests.map((test) => {
    const k = test.outcomes.length;
    const flat = new Float64Array(k * n);
    test.chances.forEach((row, o) =>
      row.forEach((c, h) => void (flat[o * n + h] = (1 - errorRate) * c + errorRate / k)),
    );
    return flat;
  });
  const noise = likelihood.map((flat) => {
    const bits = new Float64Array(n);
    flat.forEach((c, i) => void (bits[i % n] = (bits[i % n] ?? 0) - c * Math.log2(c)));
    return bits;
  });
  return {
    hypotheses,
    tests,
    errorRate,
    logPrior: Float64Array.from(hypotheses, (h) => Math.log(h.weight / total)),
    testIndex: new Map(tests.map((t, i) => [t.id, i])),
    likelihood,
    noise,
  };
}
