import type { Evidence, InquiryModel } from './model';

/** Where a piece of evidence stands in the model. Throws RangeError on an unknown test or outcome. */
export function evidenceOffset(
  model: InquiryModel,
  { testId, outcome }: Evidence,
): { readonly test: number; readonly offset: number } {
  const test = model.testIndex.get(testId);
  if (test === undefined) throw new RangeError(`the inquiry has no test ${testId}`);
  const o = model.tests[test]?.outcomes.indexOf(outcome) ?? -1;
  if (o < 0) throw new RangeError(`test ${testId} has no outcome ${outcome}`);
  return { test, offset: o * model.hypotheses.length };
}

/** Turns log weights into probabilities, safe against underflow. */
export function normalise(log: Float64Array): Float64Array {
  let top = -Infinity;
  for (const l of log) if (l > top) top = l;
  let sum = 0;
  const out = log.map((l) => {
    const p = Math.exp(l - top);
    sum += p;
    return p;
  });
  for (let i = 0; i < out.length; i += 1) out[i] = (out[i] ?? 0) / sum;
  return out;
}

/**
 * Probability of each hypothesis given the evidence, by Bayes in log space; tests are taken as independent given the hypothesis.
 * The order of evidence does not matter. Sums to 1.
 */
export function posterior(model: InquiryModel, evidence: readonly Evidence[]): Float64Array {
  const log = Float64Array.from(model.logPrior);
  for (const piece of evidence) {
    const { test, offset } = evidenceOffset(model, piece);
    const chances = model.likelihood[test];
    for (let h = 0; h < log.length; h += 1) log[h] = (log[h] ?? 0) + Math.log(chances?.[offset + h] ?? 1);
  }
  return normalise(log);
}

/** Shannon entropy of a distribution, bits. */
export function entropyBits(p: ArrayLike<number>): number {
  let bits = 0;
  for (let i = 0; i < p.length; i += 1) {
    const x = p[i] ?? 0;
    if (x > 0) bits -= x * Math.log2(x);
  }
  return bits;
}
