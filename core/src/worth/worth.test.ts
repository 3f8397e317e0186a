import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { expectedUsed, orderQuantity, SHELF_YEARS, usePerYear } from './order-quantity';
import { EMPTY_WORTH, repairOrReplace } from './repair-or-replace';

describe('orderQuantity', () => {
  it('a part at 0.60 with 9.00 postage: one costs 9.60, twenty 1.05 each (common practice, by hand)', () => {
    const { options } = orderQuantity(0.6, 9, 4);
    expect(options.map((o) => [o.quantity, Number(o.each.toFixed(2))])).toEqual([
      [1, 9.6],
      [5, 2.4],
      [10, 1.5],
      [20, 1.05],
    ]);
  });
  it('the more are used, the more are sensible; with no further use, one', () => {
    const sensible = (use: number): number => orderQuantity(0.6, 9, use).sensible.quantity;
    expect(sensible(0)).toBe(1);
    expect(sensible(2)).toBeGreaterThan(3);
    expect(sensible(6)).toBeGreaterThan(sensible(2));
    expect(orderQuantity(9, 0.5, 0.1).sensible.quantity).toBe(1);
  });
  it('expected use agrees with summing the Poisson distribution directly', () => {
    const factorial = (k: number): number => (k < 2 ? 1 : k * factorial(k - 1));
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 30 }), fc.double({ min: 0, max: 20, noNaN: true }), (n, mean) => {
        let direct = 0;
        for (let k = 0; k < 90; k += 1)
          direct += (Math.exp(-mean) * mean ** k * Math.min(1 + k, n)) / factorial(k);
        expect(expectedUsed(n, mean)).toBeCloseTo(direct, 6);
      }),
    );
  });
  it('the sensible number is within 2 % of the cheapest per used part', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 5, noNaN: true }),
        fc.double({ min: 0, max: 20, noNaN: true }),
        fc.double({ min: 0, max: 12, noNaN: true }),
        (unit, postage, use) => {
          const { sensible } = orderQuantity(unit, postage, use);
          for (let n = 1; n <= 50; n += 1) {
            expect(sensible.perUsed).toBeLessThanOrEqual(
              ((unit * n + postage) / expectedUsed(n, use * SHELF_YEARS)) * 1.0201,
            );
          }
        },
      ),
    );
  });
  it('refuses prices below 0', () => {
    expect(() => orderQuantity(-1, 0, 1)).toThrow(/unitPrice/);
    expect(() => orderQuantity(1, 0, Number.NaN)).toThrow(/usePerYear/);
    expect(() => orderQuantity(1, 0, 1, [0])).toThrow(RangeError);
  });
  it('use a year is counted over at least a year', () => {
    const now = new Date('2026-11-25');
    expect(usePerYear([], now)).toBe(0);
    expect(usePerYear([new Date('2026-11-01'), new Date('2026-10-01')], now)).toBe(2);
    expect(usePerYear([new Date('2024-11-25'), new Date('2026-01-01')], now)).toBeCloseTo(1, 2);
  });
});

describe('repairOrReplace', () => {
  const speaker = { ...EMPTY_WORTH, replacement: 30 };
  it('adds up what trying costs', () => {
    const report = repairOrReplace({ ...speaker, sharedBy: 3, hourWorth: 5 }, 0.8);
    expect(report.attempt).toBeCloseTo(0.6 + 3 + 0.5 + 10, 9);
    expect(report.expected).toBeCloseTo(14.1 + 0.2 * 30, 9);
    expect(report.breakEvenOdds).toBeCloseTo(0.47, 9);
  });
  it('is worth it exactly where the odds pass the break-even, beyond a narrow band', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 1, max: 200, noNaN: true }),
        (odds, replacement) => {
          const { verdict, breakEvenOdds } = repairOrReplace({ ...EMPTY_WORTH, replacement }, odds);
          const edge = breakEvenOdds ?? 0;
          if (odds > edge + 0.11) expect(verdict).toBe('repair');
          if (odds < edge - 0.11) expect(verdict).toBe('replace');
        },
      ),
    );
  });
  it('data first; a keepsake whatever the sum; no price, no verdict', () => {
    expect(repairOrReplace({ ...speaker, meaning: 'data' }, 0.9).verdict).toBe('copy-first');
    expect(repairOrReplace({ ...speaker, meaning: 'keepsake', hourWorth: 100 }, 0.2).verdict).toBe(
      'repair-for-meaning',
    );
    expect(repairOrReplace(EMPTY_WORTH, 0.9).verdict).toBe('unknown');
  });
  it('refuses odds over 1 and sums below 0', () => {
    expect(() => repairOrReplace(speaker, 1.2)).toThrow(/odds/);
    expect(() => repairOrReplace({ ...speaker, hours: -1 }, 0.5)).toThrow(/hours/);
    expect(() => repairOrReplace({ ...speaker, sharedBy: 0 }, 0.5)).toThrow(/shared/);
  });
});
