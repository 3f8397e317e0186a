import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { amps, kelvins, millimetres, seconds } from '../quantity/units';
import { COPPER, roundArea, wireResistance } from './copper';
import { endCooledLimit, endCooledRise } from './end-cooled-wire';
import { onderdonkFusingCurrent, preeceFusingCurrent } from './fusing-current';
import { ONE_OUNCE_MM, trackCurrent } from './track-current';
import { awgDiameter, nearestAwg } from './wire-gauge';
import { WIRE_STOCK } from './wire-stock';

/** Handbook table of solid copper wire: AWG, mm, ohm/km at 20 °C, Preece and Onderdonk 1 s amperes (handbook values, from memory). */
const TABLE = [
  [20, 0.812, 33.3, 58, 149],
  [24, 0.511, 84.2, 29, 59],
  [28, 0.321, 212.9, 14, 23],
  [30, 0.255, 338.6, 10, 15],
  [36, 0.127, 1361, 4, 4],
  [40, 0.0799, 3441, 1.8, 1.5],
] as const;

describe('wire against handbook tables', () => {
  it.each(TABLE)('%d AWG', (gauge, mm, ohmPerKm, preece, onderdonk) => {
    const d = millimetres(awgDiameter(gauge));
    expect(d / mm).toBeCloseTo(1, 2);
    expect((wireResistance(d, millimetres(1000)) * 1000) / ohmPerKm).toBeCloseTo(1, 1.7);
    expect(Math.abs(preeceFusingCurrent(d) / preece - 1)).toBeLessThan(0.1);
    expect(Math.abs(onderdonkFusingCurrent(d, seconds(1)) / onderdonk - 1)).toBeLessThan(0.1);
  });
  it('0.339 ohm/m for 30 AWG and 3.44 ohm/m for 40 AWG (tables, from memory)', () => {
    expect(wireResistance(millimetres(awgDiameter(30)), millimetres(1000))).toBeCloseTo(0.339, 3);
    expect(wireResistance(millimetres(awgDiameter(40)), millimetres(1000))).toBeCloseTo(3.44, 2);
  });
  it('finds the gauge of every gauge', () => {
    for (let n = 0; n <= 50; n += 1) expect(nearestAwg(awgDiameter(n))).toBe(n);
  });
  it('refuses what is no wire', () => {
    expect(() => awgDiameter(99)).toThrow(RangeError);
    expect(() => wireResistance(millimetres(0), millimetres(1))).toThrow(RangeError);
    expect(() => preeceFusingCurrent(millimetres(-1))).toThrow(RangeError);
    expect(() => onderdonkFusingCurrent(millimetres(0.1), seconds(0))).toThrow(RangeError);
    expect(() => millimetres(Number.NaN)).toThrow(RangeError);
  });
  it('copper grows 0.393 % a kelvin', () => {
    const cold = wireResistance(millimetres(0.1), millimetres(10));
    expect(wireResistance(millimetres(0.1), millimetres(10), 120) / cold).toBeCloseTo(1.393, 3);
  });
  it('lists its stock thinnest first', () => {
    const sizes = WIRE_STOCK.map((w) => w.diameterMm);
    expect(sizes).toEqual(sizes.toSorted((a, b) => a - b));
  });
});

/** One-dimensional finite differences of k A T'' + I^2 rho / A = 0 with both ends at 0: the peak, by the Thomas algorithm. */
function peakByFiniteDifferences(
  currentA: number,
  diameterMm: number,
  lengthMm: number,
  cells = 400,
): number {
  const area = roundArea(millimetres(diameterMm));
  const h = lengthMm / 1000 / cells;
  const source = (currentA ** 2 * COPPER.resistivity) / area ** 2 / COPPER.thermalConductivity;
  const n = cells - 1;
  const c = new Float64Array(n);
  const d = new Float64Array(n);
  for (let i = 0; i < n; i += 1) {
    const m = 2 - (i === 0 ? 0 : (c[i - 1] ?? 0));
    c[i] = 1 / m;
    d[i] = (source * h * h + (i === 0 ? 0 : (d[i - 1] ?? 0))) / m;
  }
  const t = new Float64Array(n);
  for (let i = n - 1; i >= 0; i -= 1) t[i] = (d[i] ?? 0) + (i === n - 1 ? 0 : (c[i] ?? 0) * (t[i + 1] ?? 0));
  return Math.max(...t);
}

describe('a short wire cooled by its ends', () => {
  it('agrees with finite differences', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.02, max: 0.4, noNaN: true }),
        fc.double({ min: 1, max: 60, noNaN: true }),
        fc.double({ min: 0.001, max: 2, noNaN: true }),
        (d, l, i) => {
          const closed = endCooledRise(amps(i), millimetres(d), millimetres(l));
          expect(peakByFiniteDifferences(i, d, l) / closed).toBeCloseTo(1, 3);
        },
      ),
    );
  });
  it('its limit is where the rise is reached', () => {
    const limit = endCooledLimit(kelvins(30), millimetres(0.1), millimetres(12));
    expect(endCooledRise(limit, millimetres(0.1), millimetres(12))).toBeCloseTo(30, 6);
    expect(() => endCooledLimit(kelvins(30), millimetres(0.1), millimetres(0))).toThrow(RangeError);
    expect(() => endCooledLimit(kelvins(0), millimetres(0.1), millimetres(1))).toThrow(RangeError);
  });
});

describe('track current (IPC-2221, worked examples from memory)', () => {
  it('1 A for 10 K needs about 11.8 mil of 1 oz outside and 30.8 mil inside', () => {
    const mil = (n: number) => millimetres(n * 0.0254);
    expect(trackCurrent(mil(11.8), millimetres(ONE_OUNCE_MM), kelvins(10), 'outer')).toBeCloseTo(1, 1);
    expect(trackCurrent(mil(30.8), millimetres(ONE_OUNCE_MM), kelvins(10), 'inner')).toBeCloseTo(1, 1);
  });
  it('refuses a track without width', () => {
    expect(() => trackCurrent(millimetres(0), millimetres(0.035), kelvins(10), 'outer')).toThrow(/width/);
  });
});
