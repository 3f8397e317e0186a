import { describe, expect, it } from '@jest/globals';
import type { PadState } from '../board/pad-state';
import { EMPTY_BOARD } from '../board/board';
import { testPoint, testRow } from '../testing/test-board';
import { anchorPrior, whenNowhere } from './anchors';
import { traceContext } from './trace-context';
import { traceScene } from './trace-scene';

/** What the pad of a number may be, by what it touches, where its line lands somewhere and where it lands nowhere. */
function statesOf(number: string, state: PadState, way = 0) {
  const row = testRow();
  const board = {
    ...EMPTY_BOARD,
    family: 'micro-b' as const,
    rows: [{ ...row, pins: row.pins.map((p) => ({ ...p, state })) }],
    points: [testPoint('pour', 'pour', 12, 12)],
  };
  const scene = traceScene(traceContext(board, []), 0.02);
  const o = scene.orientations[way];
  const point = scene.index.get(row.pins.find((p) => p.number === number)?.id ?? '') ?? -1;
  if (!o) throw new Error('no such way to be wired');
  const states = anchorPrior(scene, o, point).map(([label, weight]) => ({ label, weight }));
  const more = whenNowhere(scene, o, point, states);
  const after = states.map((s, i) => s.weight * (more[i] ?? NaN));
  const alone = states.findIndex((s) => s.label === scene.labels.alone);
  return { name: o.name, before: states.map((s) => s.weight), after, alone };
}
const sum = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0);

describe('the pad of a line that lands nowhere', () => {
  it.each([
    ['sound', 0.04],
    ['lifted', 0.1],
  ] as const)('%s: alone as often as it was, and seven times in ten of the rest', (state, crack) => {
    const { before, after, alone } = statesOf('3', state);
    expect(before[alone]).toBeCloseTo(crack, 12);
    expect(after[alone]).toBeCloseTo(crack + 0.7 * (1 - crack), 12);
    expect(sum(after)).toBeCloseTo(1, 12);
  });
  it('stays as it was where D+ and D- are one net: two pads that ring to each other', () => {
    const ways = [0, 1, 2].map((way) => statesOf('3', 'sound', way));
    const joined = ways.find((w) => w.name === 'joined');
    expect(joined?.after).toEqual(joined?.before);
    expect(joined).toBeDefined();
  });
});
