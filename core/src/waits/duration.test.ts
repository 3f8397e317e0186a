import { describe, expect, it } from '@jest/globals';
import { seeded } from '../practice/seeded';
import { actDurations, actKindOf } from './act-kind';
import { durationOf, lowHigh, remainingOf, sumOfDurations } from './duration';

const normalOf = (random: () => number) => (): number =>
  Math.sqrt(-2 * Math.log(Math.max(1e-12, random()))) * Math.cos(2 * Math.PI * random());

describe('how long an act takes', () => {
  it('is common practice while there are no own records', () => {
    expect(durationOf(15, 0.5)).toEqual({ minutes: 15, spread: 0.5, own: 0 });
  });
  it('moves to own records as they come: few move it little, many settle it', () => {
    const at = (n: number): number =>
      durationOf(
        15,
        0.5,
        Array.from({ length: n }, () => 30),
      ).minutes;
    expect(at(1)).toBeGreaterThan(15);
    expect(at(1)).toBeLessThan(at(5));
    expect(at(60)).toBeGreaterThan(28);
    expect(at(60)).toBeLessThan(30);
  });
  it('one stop-watch that ran over lunch moves it hardly', () => {
    const own = [14, 15, 16, 15, 14, 16, 15];
    const clean = durationOf(15, 0.5, own).minutes;
    expect(Math.abs(durationOf(15, 0.5, [...own, 400]).minutes / clean - 1)).toBeLessThan(0.05);
  });
  it('finds the median and the spread of a hand it knows well', () => {
    const normal = normalOf(seeded(3));
    const own = Array.from({ length: 400 }, () => 22 * Math.exp(0.3 * normal()));
    const d = durationOf(15, 0.5, own);
    expect(d.minutes).toBeGreaterThan(20.5);
    expect(d.minutes).toBeLessThan(23.5);
    expect(d.spread).toBeGreaterThan(0.26);
    expect(d.spread).toBeLessThan(0.35);
  });
  it('what is no time says nothing', () => {
    expect(durationOf(15, 0.5, [0, -3, Number.NaN]).own).toBe(0);
    expect(() => durationOf(0, 0.5)).toThrow(RangeError);
    expect(() => durationOf(5, -1)).toThrow(RangeError);
  });
  it('one of ten is quicker than the low, one of ten slower than the high', () => {
    const normal = normalOf(seeded(8));
    const { low, high } = lowHigh({ minutes: 20, spread: 0.4 });
    const takes = Array.from({ length: 20_000 }, () => 20 * Math.exp(0.4 * normal()));
    expect(takes.filter((t) => t < low).length / 20_000).toBeCloseTo(0.1, 1.5);
    expect(takes.filter((t) => t > high).length / 20_000).toBeCloseTo(0.1, 1.5);
  });
});

describe('several acts', () => {
  it('fourteen wires of a quarter of an hour: three and a half hours, from some 2.6 to some 4.8', () => {
    const sum = sumOfDurations(actDurations({ kind: 'wire', minutes: 13.2, count: 14 }, {}));
    if (!sum) throw new Error('no sum');
    const { low, high } = lowHigh(sum);
    expect(sum.minutes / 60).toBeCloseTo(3.4, 1);
    expect(low / 60).toBeGreaterThan(2.3);
    expect(low / 60).toBeLessThan(2.8);
    expect(high / 60).toBeGreaterThan(4.4);
    expect(high / 60).toBeLessThan(5);
  });
  it('spread less than one act does, by its share', () => {
    const one = durationOf(15, 0.5);
    const ten = sumOfDurations(Array.from({ length: 10 }, () => one));
    expect(ten?.spread).toBeLessThan(one.spread);
  });
  it('agree with a throw of dice whose hand is slow or quick in all of them', () => {
    const normal = normalOf(seeded(11));
    const sums = Array.from({ length: 20_000 }, () => {
      const hand = Math.sqrt(0.2) * normal();
      return Array.from({ length: 8 }, () => 12 * Math.exp(0.4 * (hand + Math.sqrt(0.8) * normal()))).reduce(
        (a, b) => a + b,
        0,
      );
    }).toSorted((a, b) => a - b);
    const sum = sumOfDurations(Array.from({ length: 8 }, () => durationOf(12, 0.4)));
    if (!sum) throw new Error('no sum');
    const { low, high } = lowHigh(sum);
    expect(Math.abs(sum.minutes / (sums[10_000] ?? 1) - 1)).toBeLessThan(0.02);
    expect(Math.abs(low / (sums[2000] ?? 1) - 1)).toBeLessThan(0.03);
    expect(Math.abs(high / (sums[18_000] ?? 1) - 1)).toBeLessThan(0.03);
  });
  it('of none there is no sum', () => {
    expect(sumOfDurations([])).toBeNull();
  });
});

describe('what is still to come', () => {
  it('is all of it before it began', () => {
    expect(remainingOf(durationOf(20, 0.5), 0).minutes).toBe(20);
  });
  it.each([5, 20, 40, 60])(
    'after %d minutes: the middle of those that took longer, by a throw of dice',
    (elapsed) => {
      const normal = normalOf(seeded(elapsed));
      const longer = Array.from({ length: 200_000 }, () => 20 * Math.exp(0.5 * normal()))
        .filter((t) => t > elapsed)
        .toSorted((a, b) => a - b);
      const middle = (longer[Math.floor(longer.length / 2)] ?? 0) - elapsed;
      expect(Math.abs(remainingOf(durationOf(20, 0.5), elapsed).minutes - middle)).toBeLessThan(
        0.1 * middle + 0.3,
      );
    },
  );
  it('far beyond all that was expected it is still something', () => {
    expect(remainingOf(durationOf(5, 0.2), 600).minutes).toBe(60);
  });
});

describe('the kind of an act that was done', () => {
  it.each([
    ['row1.3', true, 'wire'],
    ['row1.3', false, 'pad'],
    ['hole:leg1', false, 'hole'],
    ['leg:leg2', false, 'leg'],
    ['off', false, 'off'],
    ['fit', false, 'fit'],
    ['row', false, 'fit'],
    ['part', false, 'item'],
  ] as const)('%s, wire %s: %s', (id, wire, kind) => {
    expect(actKindOf(id, wire)).toBe(kind);
  });
});
