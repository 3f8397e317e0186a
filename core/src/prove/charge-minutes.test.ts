import { describe, expect, it } from '@jest/globals';
import { simulatedCharge } from '../practice/charge-sim';
import { chargeMinutes } from './charge-minutes';

describe('charge time from what is printed', () => {
  it('1 Ah at 1 A from empty: the level part and 2.56 times the falling one (by hand)', () => {
    // ln(10) / 0.9 = 2.558: 0.9 h + 0.1 h x 2.558, and 0.7 h + 0.3 h x 2.558.
    const { least, most } = chargeMinutes(1, 1, 0);
    expect(least).toBeCloseTo(60 * (0.9 + 0.2558), 1);
    expect(most).toBeCloseTo(60 * (0.7 + 0.7675), 1);
  });
  it('half the current takes twice as long, a cell half full takes less than half less', () => {
    expect(chargeMinutes(1.2, 0.5, 0.1).most).toBeCloseTo(2 * chargeMinutes(1.2, 1, 0.1).most, 6);
    const [all, rest] = [chargeMinutes(1, 1, 0), chargeMinutes(1, 1, 0.5)];
    expect(rest.least).toBeGreaterThan(all.least / 2);
    expect(chargeMinutes(1, 1, 0.95).least).toBeLessThan(rest.least);
  });
  it('holds most of the simulated charges from flat, within a fifth', () => {
    let [all, within] = [0, 0];
    for (let seed = 1; seed <= 60; seed += 1) {
      const c = simulatedCharge(seed);
      const pre = c.phases.find((p) => p.kind === 'pre');
      const main = c.phases.find((p) => p.kind === 'constant');
      if (!pre || !main) continue;
      const took = (c.fullS - main.fromS) / 60;
      const { least, most } = chargeMinutes(c.trueAh, c.mainA, 0.01);
      all += 1;
      if (took > least * 0.8 && took < most * 1.2) within += 1;
    }
    expect(all).toBeGreaterThan(10);
    expect(within / all).toBeGreaterThan(0.8);
  });
  it('refuses what cannot be', () => {
    expect(() => chargeMinutes(0, 1, 0)).toThrow(/capacity/);
    expect(() => chargeMinutes(1, 0, 0)).toThrow(/current/);
    expect(() => chargeMinutes(1, 1, 1)).toThrow(/below 1/);
  });
});
