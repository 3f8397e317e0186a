import { describe, expect, it } from '@jest/globals';
import { simulatedCharge } from '../practice/charge-sim';
import { cellCreep } from './cell-creep';
import { chargeTrace } from './charge-trace';
import { timeToFull } from './time-to-full';
import type { CheckResult } from './verdict';

/** What is told of a simulated charge after a share of it. */
function after(seed: number, share: number, printed: boolean, volts: boolean) {
  const c = simulatedCharge(seed);
  const n = c.seconds.findIndex((s) => s > c.fullS * share);
  const [seconds, amps] = [c.seconds.slice(0, n), c.amps.slice(0, n)];
  const now = seconds.at(-1) ?? 0;
  const read = [0.05, 0.5, 0.97].map((s) => {
    const atS = Math.floor(s * now);
    return { atS, volts: Math.round((c.cellVolts[atS] ?? 0) * 100) / 100 };
  });
  const verdict = timeToFull(
    chargeTrace(seconds, amps),
    seconds,
    amps,
    printed ? c.printedAh : null,
    volts ? read : [],
    volts ? c.restVolts : null,
  );
  return { verdict, left: c.fullS - now, whole: c.fullS, ah: c.trueAh };
}

describe('time to full, on simulated cells of other curves than the model’s', () => {
  const SEEDS = Array.from({ length: 16 }, (_, i) => 40 + i);
  it('the log alone tells nothing during the constant current, and says what would', () => {
    for (const seed of SEEDS)
      expect(after(seed, 0.2, false, false).verdict).toMatchObject({
        known: false,
        why: expect.stringContaining('capacity printed'),
      });
  });
  it('with capacity and volts it is told, its spread mostly holds the truth, and the cell’s capacity too', () => {
    let [told, inside, held] = [0, 0, 0];
    for (const seed of SEEDS) {
      const { verdict, left, ah } = after(seed, 0.25, true, true);
      if (!verdict.known) continue;
      told += 1;
      const { leftS, capacityAh } = verdict.full;
      if (left >= leftS.least && left <= leftS.most) inside += 1;
      if (ah >= capacityAh.least && ah <= capacityAh.most) held += 1;
    }
    expect(told).toBeGreaterThanOrEqual(12);
    expect(inside / told).toBeGreaterThanOrEqual(0.65);
    expect(held / told).toBeGreaterThanOrEqual(0.65);
  });
  it('late in the charge it is off by little of the whole', () => {
    const off = SEEDS.flatMap((seed) => {
      const { verdict, left, whole } = after(seed, 0.8, true, true);
      return verdict.known ? [Math.abs(verdict.full.leftS.likely - left) / whole] : [];
    }).toSorted((a, b) => a - b);
    expect(off.length).toBeGreaterThan(10);
    expect(off[Math.floor(off.length / 2)]).toBeLessThan(0.08);
  });
  it('refuses a capacity that is none', () => {
    const trace = { phases: [], dropouts: [], ah: 0 };
    expect(() => timeToFull(trace, [0], [0], 0, [])).toThrow(/capacity/);
    expect(timeToFull(trace, [0], [0], 1, [])).toMatchObject({ known: false });
  });
});

describe('cell volts keyed in while it charges', () => {
  const read = (list: readonly (readonly [minute: number, volts: number])[]): CheckResult[] =>
    list.map(([minute, value], i) => ({
      id: String(i),
      at: new Date(Date.UTC(2026, 0, 1, 10, minute)).toISOString(),
      key: 'creep',
      shown: 'value',
      value,
      note: '',
    }));
  it.each([
    [[[0, 3.5]], 'wait'],
    [
      [
        [0, 3.5],
        [3, 3.52],
      ],
      'wait',
    ],
    [
      [
        [0, 3.5],
        [12, 3.55],
      ],
      'charges',
    ],
    [
      [
        [0, 3.7],
        [12, 3.7],
      ],
      'flat',
    ],
    [
      [
        [0, 3.7],
        [12, 3.66],
      ],
      'falls',
    ],
  ] as const)('%j: %s', (list, verdict) => {
    expect(cellCreep(read(list))).toMatchObject({ verdict });
  });
  it('of an earlier plugging in it hears nothing: what is older than six hours is another charge', () => {
    expect(
      cellCreep(
        read([
          [-600, 3.2],
          [0, 3.7],
          [12, 3.7],
        ]),
      ).points,
    ).toHaveLength(2);
    expect(cellCreep([]).verdict).toBe('wait');
  });
});
