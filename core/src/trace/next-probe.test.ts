import { describe, expect, it } from '@jest/globals';
import type { Board } from '../board/board';
import { EMPTY_BOARD } from '../board/board';
import type { Reading } from '../board/reading';
import { traceContext } from '../belief/trace-context';
import { testComponent, testPoint, testReading, testRow } from '../testing/test-board';
import { traceAdvice } from './next-probe';

/** A Micro-B board with pads ripped off; the track of D- goes on under the mask, and two resistors of 22 ohm stand before the pair. */
function pairBoard(torn: readonly number[]): Board {
  const row = testRow();
  const pins = row.pins.map((p, i) => ({
    ...p,
    state: torn.includes(i) ? ('torn' as const) : ('sound' as const),
  }));
  return {
    ...EMPTY_BOARD,
    family: 'micro-b',
    rows: [{ ...row, pins }],
    components: [
      testComponent('F1', 'fuse', null, 3, 7),
      testComponent('R1', 'resistor', 22, 5.5, 7),
      testComponent('R2', 'resistor', 22, 7.5, 7),
    ],
    points: [
      testPoint('pour', 'pour', 12, 12),
      { ...testPoint('end', 'track-end', 5.6, 6), ofPin: pins[1]?.id ?? '' },
    ],
  };
}
const board = pairBoard([1]);
const padOf = (i: number): string => board.rows[0]?.pins[i]?.id ?? '';
/** The other pins ring to their parts, so that D- can hardly be anywhere but at R1, where nothing was read. */
const othersRing: readonly Reading[] = [
  testReading(padOf(2), 'R2.1', 0.2),
  testReading(padOf(0), 'F1.1', 0.2),
  testReading(padOf(4), 'pour', 0.2),
];
const adviceOn = (readings: readonly Reading[], sureAt: number, on = board) =>
  traceAdvice(traceContext(on, readings), { sureAt });

describe('what is asked next', () => {
  it('where a landing is likely enough and only a reading there is missing: that reading, and no scraping', () => {
    const { targets, order } = adviceOn(othersRing, 0.9);
    const minus = targets.find((t) => t.target.functions[0] === 'D-');
    expect(minus?.status).toBe('unsure');
    expect(minus?.landings[0]?.p).toBeGreaterThan(0.9);
    expect(order?.scrape).toEqual([]);
    expect(order?.mode).not.toBe('seen');
    expect([order?.red, order?.black]).toContain('R1.1');
  });
  it('what did not come clear by many readings is not asked by many more', () => {
    const few = [testReading(padOf(4), 'pour', 0.2), testReading(padOf(0), 'F1.1', 0.2)];
    const fruitless = Array.from({ length: 40 }, () => testReading('F1.2', 'pour', 'OL'));
    const bothTorn = pairBoard([1, 2]);
    expect(adviceOn(few, 0.97, bothTorn).order?.gainBits).toBeGreaterThan(0.1);
    // What is left is to read once at the likeliest place.
    expect(adviceOn([...few, ...fruitless], 0.97, bothTorn).order?.gainBits ?? 0).toBe(0);
  });
});
