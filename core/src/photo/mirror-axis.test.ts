import { describe, expect, it } from '@jest/globals';
import type { BoardPoint } from '../geometry/point';
import { boardPoint } from '../geometry/point';
import type { FoundLand } from './found';
import type { MirrorAxis } from './mirror-axis';
import { axisOfHint, axisOfLands, axisOfRows, withinSpan } from './mirror-axis';
import type { FoundRow } from './row-on-line';

/** Places of a row of five at 0.8 mm whose middle is (20, 10), turned by 30 degrees; `aside` along it and `away` from it. */
const C = Math.cos(Math.PI / 6);
const S = Math.sin(Math.PI / 6);
const turnedBy30 = (aside: number, away: number): BoardPoint =>
  boardPoint(20 + aside * C - away * S, 10 + aside * S + away * C);
const rowAt = (asides: readonly number[], away = 0, directionDeg = 30): FoundRow => ({
  pads: asides.map((x) => ({
    at: turnedBy30(x, away),
    state: 'present',
    sizeMm: [0.5, 1.6],
    holeMm: null,
    number: null,
    chance: null,
  })),
  directionDeg,
  pitchMm: 0.8,
  pitchSigmaMm: 0.01,
  offsetsMm: null,
  family: null,
});
const land = (at: BoardPoint, lengthMm: number, widthMm = 1): FoundLand => ({
  at,
  fixing: 'through-hole',
  state: 'present',
  filled: null,
  chance: null,
  slot: { widthMm, lengthMm, directionDeg: 0 },
});
/** How far the middle (20, 10) lies aside of an axis, mm. */
const offMm = ({ middle, directionDeg }: MirrorAxis): number => {
  const t = (directionDeg * Math.PI) / 180;
  return Math.abs((middle.x - 20) * Math.cos(t) + (middle.y - 10) * Math.sin(t));
};
const five = rowAt([-1.6, -0.8, 0, 0.8, 1.6]);
const seen = (lands: readonly FoundLand[], rows: readonly FoundRow[] = []) => ({
  rows,
  lands,
  patterns: [],
  doubts: [],
});

describe('the line that a port is its own mirror about', () => {
  it('goes through the middle of its longest row, and takes along the rows that have the same', () => {
    const second = rowAt([-1.2, -0.4, 0.4, 1.2], 1.3);
    const aside = rowAt([6, 6.8, 7.6], 1.3);
    const axis = axisOfRows([second, aside, five]);
    expect(axis?.middle.x).toBeCloseTo(20, 6);
    expect(axis?.middle.y).toBeCloseTo(10, 6);
    expect(axis?.directionDeg).toBe(30);
    expect(axis?.pads).toEqual([...second.pads, ...five.pads]);
    expect(axisOfRows([])).toBeNull();
  });
  it('lies half way between the ends of a row that the hand pointed at', () => {
    const at = [turnedBy30(-4, 3), turnedBy30(4, 3)] as const;
    const axis = axisOfHint({ what: 'pads', at });
    if (!axis) throw new Error('two ends make an axis');
    expect(axis.directionDeg).toBeCloseTo(30, 6);
    expect(offMm(axis)).toBeCloseTo(0, 6);
    // Two holes may be any two: a front one and a back one of one side are no mirror of each other.
    expect(axisOfHint({ what: 'holes', at })).toBeNull();
  });
  it('is where most lands of one size lie in pairs, though no row was found', () => {
    const legs = [-1, 1].flatMap((side) => [
      land(turnedBy30(4.3 * side, 2), 2.1),
      land(turnedBy30(4.3 * side + 0.03, -2), 1.6),
      land(turnedBy30(2.9 * side, 1), 1, 0.9),
    ]);
    const others = [land(turnedBy30(9, 5), 2.1), land(turnedBy30(-7, 6), 1.2), land(turnedBy30(1, 8), 3)];
    const axis = axisOfLands(seen([...others, ...legs]));
    if (!axis) throw new Error('three pairs make an axis');
    expect(offMm(axis)).toBeLessThan(0.05);
    // One pair makes no axis, nor do two lands of two sizes.
    expect(axisOfLands(seen([land(turnedBy30(-4, 2), 2), land(turnedBy30(4, 2), 2)]))).toBeNull();
    expect(axisOfLands(seen([land(turnedBy30(-4, 2), 2), land(turnedBy30(4, 2), 3)]))).toBeNull();
  });
  it('holds places in a rectangle that stands as it does', () => {
    const axis = axisOfHint({ what: 'pads', at: [turnedBy30(-2, 0), turnedBy30(2, 0)] });
    if (!axis) throw new Error('two ends make an axis');
    const places = [turnedBy30(-3, -1), turnedBy30(3, 4)];
    expect(withinSpan(axis, turnedBy30(2.9, 3.9), places, 0)).toBe(true);
    expect(withinSpan(axis, turnedBy30(3.4, 2), places, 0.3)).toBe(false);
    expect(withinSpan(axis, turnedBy30(3.4, 2), places, 0.5)).toBe(true);
    expect(withinSpan(axis, turnedBy30(0, -1.4), places, 0.3)).toBe(false);
  });
});
