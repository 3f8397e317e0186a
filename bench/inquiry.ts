import type { Evidence, InquiryModel, InquiryTest } from '@zebbit/core';
import { bestTests, inquiryModel } from '@zebbit/core';
import { seeded } from '@zebbit/core/practice';
import { line, medianMs } from './measure';

function randomModel(
  seed: number,
  hypotheses: number,
  tests: number,
): { model: InquiryModel; evidence: Evidence[] } {
  const random = seeded(seed);
  const list = Array.from({ length: tests }, (_, t): InquiryTest => {
    const raw = Array.from({ length: 3 }, () => Array.from({ length: hypotheses }, () => random() + 1e-3));
    const sums = Array.from({ length: hypotheses }, (_, h) => raw.reduce((s, row) => s + (row[h] ?? 0), 0));
    return {
      id: `t${t}`,
      seconds: 1 + 60 * random(),
      outcomes: ['a', 'b', 'c'],
      chances: raw.map((row) => row.map((c, h) => c / (sums[h] ?? 1))),
    };
  });
  const model = inquiryModel(
    Array.from({ length: hypotheses }, (_, h) => ({ id: `h${h}`, weight: random() + 0.01 })),
    list,
  );
  return {
    model,
    evidence: Array.from({ length: 8 }, (_, i) => ({
      testId: `t${i}`,
      outcome: 'abc'[Math.floor(random() * 3)] ?? 'a',
    })),
  };
}

/** The plain definition on plain arrays: entropy before less expected entropy after, for every test. */
function naiveGains(model: InquiryModel, evidence: readonly Evidence[]): number[] {
  const chance = (t: InquiryTest, o: number, h: number): number =>
    (1 - model.errorRate) * (t.chances[o]?.[h] ?? 0) + model.errorRate / t.outcomes.length;
  const entropy = (p: readonly number[]): number =>
    -p.reduce((s, x) => (x > 0 ? s + x * Math.log2(x) : s), 0);
  const normal = (w: readonly number[]): number[] => {
    const sum = w.reduce((a, b) => a + b, 0);
    return w.map((x) => x / sum);
  };
  const p = normal(
    model.hypotheses.map((hyp, h) =>
      evidence.reduce((w, e) => {
        const test = model.tests.find((t) => t.id === e.testId);
        return test ? w * chance(test, test.outcomes.indexOf(e.outcome), h) : w;
      }, hyp.weight),
    ),
  );
  return model.tests.map((test) =>
    test.outcomes.reduce((gain, _, o) => {
      const joint = p.map((x, h) => x * chance(test, o, h));
      return gain - joint.reduce((a, b) => a + b, 0) * entropy(normal(joint));
    }, entropy(p)),
  );
}

/** Ranking 200 tests over 1,000 hypotheses after 8 answers, against the plain definition in the same run. Wanted: under 50 ms on one core. */
export function benchInquiry(seeds: readonly number[]): void {
  for (const seed of seeds) {
    const { model, evidence } = randomModel(seed, 1000, 200);
    const ours = medianMs(() => void bestTests(model, evidence));
    const naive = medianMs(() => void naiveGains(model, evidence), 5);
    line(
      `inquiry, 1,000 x 200, seed ${seed}`,
      `${(naive / ours).toFixed(1)} times faster than the definition`,
      `${ours.toFixed(1)} ms of 50`,
    );
  }
}
