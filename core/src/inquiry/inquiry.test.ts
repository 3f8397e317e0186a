import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { bestTests, expectedGains, uncertaintyBits } from './best-tests';
import { doubtfulEvidence } from './doubtful-evidence';
import type { Evidence, InquiryModel, InquiryTest } from './model';
import { inquiryModel } from './model';
import { entropyBits, posterior } from './posterior';
import type { Candidate } from './repair-order';
import { repairOrder } from './repair-order';
import { nextStep } from './stop-rule';

const TINY = 1e-12;

/** Small random models: up to 6 hypotheses, 4 tests of 2 or 3 outcomes. */
const anyModel = fc
  .record({
    weights: fc.array(fc.double({ min: 0.01, max: 5, noNaN: true }), { minLength: 1, maxLength: 6 }),
    seeds: fc.array(fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 18, maxLength: 18 }), {
      minLength: 1,
      maxLength: 4,
    }),
    error: fc.double({ min: 0.001, max: 0.3, noNaN: true }),
  })
  .map(({ weights, seeds, error }) => {
    const n = weights.length;
    const tests = seeds.map((seed, t): InquiryTest => {
      const k = 2 + (t % 2);
      const raw = Array.from({ length: k }, (_, o) =>
        Array.from({ length: n }, (_, h) => (seed[o * 6 + h] ?? 0) + 1e-3),
      );
      const sums = Array.from({ length: n }, (_, h) => raw.reduce((s, row) => s + (row[h] ?? 0), 0));
      return {
        id: `t${t}`,
        seconds: 1 + t,
        outcomes: ['a', 'b', 'c'].slice(0, k),
        chances: raw.map((row) => row.map((c, h) => c / (sums[h] ?? 1))),
      };
    });
    return inquiryModel(
      weights.map((weight, i) => ({ id: `h${i}`, weight })),
      tests,
      error,
    );
  });

const evidenceOf = (model: InquiryModel): fc.Arbitrary<Evidence[]> =>
  fc.array(fc.tuple(fc.nat(), fc.nat()), { maxLength: 6 }).map((picks) =>
    picks.map(([t, o]) => {
      const test = model.tests[t % model.tests.length] as InquiryTest;
      return { testId: test.id, outcome: test.outcomes[o % test.outcomes.length] ?? '' };
    }),
  );
const withEvidence = anyModel.chain((model) => evidenceOf(model).map((evidence) => ({ model, evidence })));

/** Chance of an outcome under a hypothesis by the plain definition. */
function chance(model: InquiryModel, testId: string, outcome: string, h: number): number {
  const test = model.tests.find((t) => t.id === testId) as InquiryTest;
  const c = test.chances[test.outcomes.indexOf(outcome)]?.[h] ?? 0;
  return (1 - model.errorRate) * c + model.errorRate / test.outcomes.length;
}

function naivePosterior(model: InquiryModel, evidence: readonly Evidence[]): number[] {
  const w = model.hypotheses.map((hyp, h) =>
    evidence.reduce((x, e) => x * chance(model, e.testId, e.outcome, h), hyp.weight),
  );
  const sum = w.reduce((a, b) => a + b, 0);
  return w.map((x) => x / sum);
}

describe('against plain enumeration', () => {
  it('the posterior is Bayes', () => {
    fc.assert(
      fc.property(withEvidence, ({ model, evidence }) => {
        naivePosterior(model, evidence).forEach((p, h) =>
          expect(posterior(model, evidence)[h]).toBeCloseTo(p, 9),
        );
      }),
    );
  });
  it('the expected gain is entropy before less expected entropy after, never below 0, never above the entropy', () => {
    fc.assert(
      fc.property(withEvidence, ({ model, evidence }) => {
        const p = posterior(model, evidence);
        const before = entropyBits(p);
        expectedGains(model, p).forEach((gain, t) => {
          const test = model.tests[t] as InquiryTest;
          const after = test.outcomes.reduce((sum, outcome) => {
            const q = [...p].reduce((s, x, h) => s + x * chance(model, test.id, outcome, h), 0);
            return sum + q * entropyBits(naivePosterior(model, [...evidence, { testId: test.id, outcome }]));
          }, 0);
          expect(gain).toBeCloseTo(before - after, 7);
          expect(gain).toBeGreaterThanOrEqual(0);
          expect(gain).toBeLessThanOrEqual(before + 1e-9);
        });
      }),
    );
  });
  it('the order of evidence does not matter, and one slip never rules out the truth', () => {
    fc.assert(
      fc.property(withEvidence, ({ model, evidence }) => {
        const there = posterior(model, evidence);
        const back = posterior(model, evidence.toReversed());
        there.forEach((p, h) => expect(back[h]).toBeCloseTo(p, 9));
        expect(Math.min(...there)).toBeGreaterThan(0);
      }),
    );
  });
  it('leave one out is what it says', () => {
    fc.assert(
      fc.property(withEvidence, ({ model, evidence }) => {
        for (const d of doubtfulEvidence(model, evidence)) {
          const rest = naivePosterior(
            model,
            evidence.filter((_, i) => i !== d.index),
          );
          const expected = rest.reduce(
            (s, p, h) => s + p * chance(model, d.evidence.testId, d.evidence.outcome, h),
            0,
          );
          expect(d.expected).toBeCloseTo(expected, 9);
          expect(d.surpriseBits).toBeGreaterThanOrEqual(-1e-9);
        }
      }),
    );
  });
});

describe('textbook cases', () => {
  it('a medical test: 1 % ill, 80 % found, 9.6 % false alarms: 7.8 % ill when it says so (Bayes; D. Eddy 1982, from memory)', () => {
    const model = inquiryModel(
      [
        { id: 'ill', weight: 0.01 },
        { id: 'well', weight: 0.99 },
      ],
      [
        {
          id: 'scan',
          seconds: 60,
          outcomes: ['yes', 'no'],
          chances: [
            [0.8, 0.096],
            [0.2, 0.904],
          ],
        },
      ],
      TINY,
    );
    expect(posterior(model, [{ testId: 'scan', outcome: 'yes' }])[0]).toBeCloseTo(0.0776, 4);
  });

  /** One of twelve coins is light or heavy: 24 hypotheses; a weighing of four against four tells log2(3) bits (textbook). */
  const COINS = Array.from({ length: 12 }, (_, c) => [
    { id: `${c} light`, weight: 1 },
    { id: `${c} heavy`, weight: 1 },
  ]).flat();
  const weighing = (id: string, left: readonly number[], right: readonly number[]): InquiryTest => {
    const falls = (h: number): number => {
      const [coin, heavy] = [Math.floor(h / 2), h % 2 === 1];
      const side = left.includes(coin) ? -1 : right.includes(coin) ? 1 : 0;
      return side * (heavy ? 1 : -1);
    };
    return {
      id,
      seconds: 60,
      outcomes: ['left', 'even', 'right'],
      chances: [-1, 0, 1].map((way) => COINS.map((_, h) => (falls(h) === way ? 1 : 0))),
    };
  };
  const four = weighing('four', [0, 1, 2, 3], [4, 5, 6, 7]);
  const six = weighing('six', [0, 1, 2, 3, 4, 5], [6, 7, 8, 9, 10, 11]);
  const one = weighing('one', [0], [1]);
  it('twelve coins: four against four is the best first weighing and tells log2 3 bits', () => {
    const model = inquiryModel(COINS, [six, one, four], TINY);
    const [best] = bestTests(model, []);
    expect(best?.test.id).toBe('four');
    expect(best?.gainBits).toBeCloseTo(Math.log2(3), 6);
    for (const s of best?.splits ?? []) expect(s.chance).toBeCloseTo(1 / 3, 6);
    expect(uncertaintyBits(model, [])).toBeCloseTo(Math.log2(24), 9);
    expect(uncertaintyBits(model, [{ testId: 'four', outcome: 'even' }])).toBeCloseTo(3, 6);
  });
  it('a dearer test that tells a little more is not the best', () => {
    const dear = { ...four, id: 'dear', seconds: 600 };
    expect(bestTests(inquiryModel(COINS, [dear, six], TINY), [])[0]?.test.id).toBe('six');
  });
});

describe('stopping', () => {
  const coin = (id: string, c: number): InquiryTest => ({
    id,
    seconds: 10,
    outcomes: ['y', 'n'],
    chances: [
      [c, 1 - c],
      [1 - c, c],
    ],
  });
  const two = [
    { id: 'A', weight: 1 },
    { id: 'B', weight: 1 },
  ];
  it('asks, is sure, or is stuck', () => {
    const model = inquiryModel(two, [coin('good', 0.99)], 0.01);
    expect(nextStep(model, [])).toMatchObject({ kind: 'ask', best: { test: { id: 'good' } } });
    expect(nextStep(model, [{ testId: 'good', outcome: 'y' }])).toMatchObject({ kind: 'sure', id: 'A' });
    expect(nextStep(model, [], new Set(['good']))).toMatchObject({ kind: 'stuck', why: 'nothing-left' });
    expect(nextStep(inquiryModel(two, [coin('dull', 0.51)], 0.01), [])).toMatchObject({
      kind: 'stuck',
      why: 'nothing-worth-asking',
    });
  });
  it('the odd one out is the most doubtful', () => {
    const model = inquiryModel(two, [coin('t1', 0.9), coin('t2', 0.9), coin('t3', 0.9)], 0.02);
    const evidence = [
      { testId: 't1', outcome: 'y' },
      { testId: 't2', outcome: 'n' },
      { testId: 't3', outcome: 'y' },
    ];
    expect(doubtfulEvidence(model, evidence)[0]?.index).toBe(1);
  });
});

describe('repairOrder', () => {
  const anyCandidates = fc
    .array(
      fc.tuple(fc.double({ min: 0.01, max: 1, noNaN: true }), fc.double({ min: 1, max: 500, noNaN: true })),
      { minLength: 1, maxLength: 6 },
    )
    .map((list): Candidate[] => {
      const sum = list.reduce((s, [p]) => s + p, 0);
      return list.map(([p, seconds], i) => ({ id: `c${i}`, p: p / sum, seconds }));
    });
  function costOf(order: readonly Candidate[]): number {
    let left = 1;
    return order.reduce((sum, c) => {
      const cost = sum + left * c.seconds;
      left -= c.p;
      return cost;
    }, 0);
  }
  const permutations = <T>(list: readonly T[]): T[][] =>
    list.length < 2
      ? [[...list]]
      : list.flatMap((x, i) =>
          permutations([...list.slice(0, i), ...list.slice(i + 1)]).map((rest) => [x, ...rest]),
        );
  it('costs no more than any other order, tried one by one', () => {
    fc.assert(
      fc.property(anyCandidates, (candidates) => {
        const { expectedSeconds, elsewhere } = repairOrder(candidates);
        expect(expectedSeconds).toBeLessThanOrEqual(Math.min(...permutations(candidates).map(costOf)) + 1e-6);
        expect(elsewhere).toBeCloseTo(0, 6);
      }),
      { numRuns: 60 },
    );
  });
  it('two parts by hand: 0.6 in 60 s and 0.4 in 20 s: the second first, 20 + 0.6 x 60 = 56 s', () => {
    const { steps, expectedSeconds } = repairOrder([
      { id: 'slow', p: 0.6, seconds: 60 },
      { id: 'quick', p: 0.4, seconds: 20 },
    ]);
    expect(steps.map((s) => s.id)).toEqual(['quick', 'slow']);
    expect(expectedSeconds).toBeCloseTo(56, 9);
  });
  it('refuses chances over 1 and costs of 0', () => {
    expect(() =>
      repairOrder([
        { id: 'a', p: 0.7, seconds: 1 },
        { id: 'b', p: 0.7, seconds: 1 },
      ]),
    ).toThrow(/sum/);
    expect(() => repairOrder([{ id: 'a', p: 0.7, seconds: 0 }])).toThrow(/cost/);
  });
});

describe('inquiryModel refuses, naming the culprit', () => {
  const ok: InquiryTest = { id: 't', seconds: 1, outcomes: ['y', 'n'], chances: [[0.5], [0.5]] };
  const h = [{ id: 'A', weight: 1 }];
  it.each([
    ['no hypotheses', () => inquiryModel([], [])],
    ['a weight of 0', () => inquiryModel([{ id: 'A', weight: 0 }], [])],
    ['a doubled id', () => inquiryModel([...h, ...h], [])],
    ['an error rate of 0', () => inquiryModel(h, [], 0)],
    ['a cost of 0', () => inquiryModel(h, [{ ...ok, seconds: 0 }])],
    ['one outcome', () => inquiryModel(h, [{ ...ok, outcomes: ['y'], chances: [[1]] }])],
    ['an outcome twice', () => inquiryModel(h, [{ ...ok, outcomes: ['y', 'y'] }])],
    ['a missing row', () => inquiryModel(h, [{ ...ok, chances: [[1]] }])],
    ['a short row', () => inquiryModel(h, [{ ...ok, chances: [[], []] }])],
    ['chances that do not sum to 1', () => inquiryModel(h, [{ ...ok, chances: [[0.5], [0.6]] }])],
    ['NaN', () => inquiryModel(h, [{ ...ok, chances: [[Number.NaN], [0.6]] }])],
    ['an unknown test', () => posterior(inquiryModel(h, [ok]), [{ testId: 'x', outcome: 'y' }])],
    ['an unknown outcome', () => posterior(inquiryModel(h, [ok]), [{ testId: 't', outcome: 'maybe' }])],
  ])('%s', (_, act) => {
    expect(act).toThrow(RangeError);
  });
});
