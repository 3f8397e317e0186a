import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { latentHeat, leadedToReach, meltingRange, mixSolders, SOLDER_MIXES, solderDensity } from './alloy';

const mix = (tin: number, lead: number, silver = 0, copper = 0) => ({
  tin,
  lead,
  silver,
  copper,
  bismuth: 0,
});

describe('where a solder melts', () => {
  it.each([
    ['Sn63Pb37', 183, 183],
    ['Sn60Pb40', 183, 190],
    ['Sn62Pb36Ag2', 179, 179],
    ['SAC305', 217, 220],
    ['Sn99Cu1', 227, 227],
    ['Sn42Bi58', 138, 138],
  ] as const)('%s: %d to %d °C (alloy sheets, from memory)', (name, solidusC, liquidusC) => {
    expect(meltingRange(SOLDER_MIXES[name])).toMatchObject({ solidusC, liquidusC, estimate: false });
  });
  it('tin and lead alone: the ends and the eutectic of the phase diagram (handbook, from memory)', () => {
    expect(meltingRange(mix(1, 0)).liquidusC).toBeCloseTo(232, 6);
    expect(meltingRange(mix(0, 1)).liquidusC).toBeCloseTo(327, 6);
    // 50/50: solidus 183, liquidus about 212 to 216 by the tables.
    const half = meltingRange(mix(0.5, 0.5));
    expect(half.solidusC).toBe(183);
    expect(Math.abs(half.liquidusC - 214)).toBeLessThan(4);
  });
  it('the interpolation runs into the tabled lead-free alloys within 2 K', () => {
    // A breath off the table, so that it is interpolated.
    expect(Math.abs(meltingRange(mix(0.96, 0.005, 0.03, 0.005)).liquidusC - 219)).toBeLessThan(2.5);
    expect(Math.abs(meltingRange(mix(0.965, 0, 0.035, 0)).liquidusC - 221)).toBeLessThan(1);
  });
  it('leaded solder brings a lead-free joint down, the more the lower, never below the eutectic', () => {
    let before = Infinity;
    for (const times of [0.1, 0.3, 1, 3, 10]) {
      const { liquidusC, solidusC } = meltingRange(
        mixSolders(SOLDER_MIXES.SAC305, 1, SOLDER_MIXES.Sn63Pb37, times),
      );
      expect(liquidusC).toBeLessThan(before);
      expect(liquidusC).toBeGreaterThan(178);
      expect(solidusC).toBeLessThanOrEqual(liquidusC);
      before = liquidusC;
    }
    const times = leadedToReach(SOLDER_MIXES.SAC305, 200);
    expect(times).not.toBeNull();
    expect(
      meltingRange(mixSolders(SOLDER_MIXES.SAC305, 1, SOLDER_MIXES.Sn63Pb37, times ?? 0)).liquidusC,
    ).toBeLessThanOrEqual(200);
    expect(leadedToReach(SOLDER_MIXES.SAC305, 150)).toBeNull();
    expect(leadedToReach(SOLDER_MIXES.Sn63Pb37, 190)).toBe(0);
  });
  it('warns of bismuth with lead', () => {
    expect(meltingRange(mixSolders(SOLDER_MIXES.Sn42Bi58, 1, SOLDER_MIXES.Sn63Pb37, 1)).caution).toMatch(
      /96 °C/,
    );
  });
  it('solidus never lies above liquidus, whatever is mixed; shares that do not sum to 1 are refused', () => {
    const names = Object.keys(SOLDER_MIXES) as (keyof typeof SOLDER_MIXES)[];
    fc.assert(
      fc.property(
        fc.constantFrom(...names),
        fc.constantFrom(...names),
        fc.double({ min: 0.01, max: 50, noNaN: true }),
        (a, b, times) => {
          const range = meltingRange(mixSolders(SOLDER_MIXES[a], 1, SOLDER_MIXES[b], times));
          expect(range.solidusC).toBeLessThanOrEqual(range.liquidusC);
          expect(range.liquidusC).toBeLessThanOrEqual(240);
        },
      ),
    );
    expect(() => meltingRange(mix(0.5, 0.2))).toThrow(RangeError);
    expect(() => mixSolders(SOLDER_MIXES.SAC305, 0, SOLDER_MIXES.SAC305, 0)).toThrow(RangeError);
  });
  it('heat of melting and density are near the sheets (from memory): 40 and 60 kJ/kg, 8.4 and 7.4 g/cm3', () => {
    expect(Math.abs(latentHeat(SOLDER_MIXES.SAC305) - 60)).toBeLessThan(3);
    expect(Math.abs(latentHeat(SOLDER_MIXES.Sn63Pb37) - 40)).toBeLessThan(8);
    expect(solderDensity(SOLDER_MIXES.Sn63Pb37) * 1e3).toBeCloseTo(8.4, 1);
    expect(solderDensity(SOLDER_MIXES.SAC305) * 1e3).toBeCloseTo(7.4, 1);
  });
});
