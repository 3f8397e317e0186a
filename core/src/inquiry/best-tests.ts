import type { Evidence, InquiryModel, InquiryTest } from './model';
import { entropyBits, posterior } from './posterior';

export interface OutcomeSplit {
  readonly outcome: string;
  /** Chance that the test shows this. */
  readonly chance: number;
  /** The leading hypotheses if it does, likeliest first. */
  readonly leading: readonly { readonly id: string; readonly p: number }[];
}

export interface RankedTest {
  readonly test: InquiryTest;
  /** Expected information, bits: mutual information of outcome and hypothesis. Never below 0, never above the entropy. */
  readonly gainBits: number;
  readonly bitsPerMinute: number;
  readonly splits: readonly OutcomeSplit[];
}

/** Expected gain of every test, in the order of the model, bits. Linear in hypotheses times outcomes. */
export function expectedGains(model: InquiryModel, p: Float64Array): Float64Array {
  const n = p.length;
  return Float64Array.from(model.tests, (test, t) => {
    const chances = model.likelihood[t] as Float64Array;
    const noise = model.noise[t] as Float64Array;
    let bits = 0;
    for (let o = 0; o < test.outcomes.length; o += 1) {
      const at = o * n;
      let sum = 0;
      for (let h = 0; h < n; h += 1) sum += (p[h] as number) * (chances[at + h] as number);
      if (sum > 0) bits -= sum * Math.log2(sum);
    }
    for (let h = 0; h < n; h += 1) bits -= (p[h] as number) * (noise[h] as number);
    return Math.max(0, bits);
  });
}

function splitsOf(model: InquiryModel, t: number, p: Float64Array, leading: number): OutcomeSplit[] {
  const test = model.tests[t] as InquiryTest;
  const chances = model.likelihood[t] as Float64Array;
  return test.outcomes.map((outcome, o) => {
    const joint = p.map((x, h) => x * (chances[o * p.length + h] ?? 0));
    const chance = joint.reduce((a, b) => a + b, 0);
    const ranked = [...joint]
      .map((x, h) => ({ id: model.hypotheses[h]?.id ?? '', p: chance > 0 ? x / chance : 0 }))
      .sort((a, b) => b.p - a.p);
    return { outcome, chance, leading: ranked.slice(0, leading) };
  });
}

/**
 * The best tests still open, by expected gain per cost, each with how it would split the leading hypotheses.
 * @param exclude ids not to be proposed: asked already, or not possible
 * @param count how many are wanted
 */
export function bestTests(
  model: InquiryModel,
  evidence: readonly Evidence[],
  exclude: ReadonlySet<string> = new Set(),
  count = 3,
  leading = 3,
): RankedTest[] {
  const p = posterior(model, evidence);
  const gains = expectedGains(model, p);
  return model.tests
    .map((test, t) => ({
      test,
      t,
      gainBits: gains[t] ?? 0,
      bitsPerMinute: ((gains[t] ?? 0) / test.seconds) * 60,
    }))
    .filter(({ test }) => !exclude.has(test.id))
    .sort((a, b) => b.bitsPerMinute - a.bitsPerMinute)
    .slice(0, count)
    .map(({ test, t, gainBits, bitsPerMinute }) => ({
      test,
      gainBits,
      bitsPerMinute,
      splits: splitsOf(model, t, p, leading),
    }));
}

/** What is still unknown, bits. */
export function uncertaintyBits(model: InquiryModel, evidence: readonly Evidence[]): number {
  return entropyBits(posterior(model, evidence));
}
