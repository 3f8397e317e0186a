/** @jest-environment node */
import { describe, expect, it } from '@jest/globals';
import { targetName, USUAL_WISH, weighTrace } from '@zebbit/core';
import { SAMPLE_READINGS, sampleBoard } from '../testing/sample-job';
import type { AdviceWish } from './adviser';
import { createAdviser } from './adviser';
import { openAdviser } from './open-adviser';

const wish: AdviceWish = { sureAt: USUAL_WISH.sureAt, skipped: [], optional: false };
const board = sampleBoard();

describe('the computing behind Trace', () => {
  it('weighs what the core weighs, whatever it worked out before', async () => {
    const adviser = createAdviser();
    const other = sampleBoard(['torn', 'sound', 'sound', 'sound', 'sound']);
    for (const [b, n] of [
      [board, 0],
      [board, 3],
      [other, 3],
      [board, SAMPLE_READINGS.length],
    ] as const) {
      const readings = SAMPLE_READINGS.slice(0, n);
      expect(await adviser.weigh(b, readings, wish)).toEqual(
        weighTrace(b, readings, { ...wish, skipped: new Set() }),
      );
    }
  });
  it('does not weigh the same twice; another wish or a struck reading is another thing', async () => {
    const adviser = createAdviser();
    const readings = SAMPLE_READINGS.slice(0, 1);
    const first = await adviser.weigh(board, readings, wish);
    expect(await adviser.weigh(sampleBoard(), [...readings], { ...wish })).toBe(first);
    const order = first.order;
    expect(order).not.toBeNull();
    const key = order ? `${[order.red, order.black].sort().join(' ')} ${order.mode}` : '';
    expect(await adviser.weigh(board, readings, { ...wish, sureAt: 0.8 })).not.toBe(first);
    expect(await adviser.weigh(board, readings, { ...wish, skipped: [key] })).not.toBe(first);
    const struck = readings.map((r, i) => (i === 0 ? { ...r, struck: true } : r));
    expect(await adviser.weigh(board, struck, wish)).toEqual(await adviser.weigh(board, [], wish));
  });
  it('tells how sure each group of pins became after each reading that stands', async () => {
    const adviser = createAdviser();
    const readings = SAMPLE_READINGS.map((r, i) => (i === 1 ? { ...r, struck: true } : r));
    const standing = readings.filter((r) => !r.struck);
    const { steps, names, chances } = await adviser.history(board, readings, wish);
    const now = await adviser.weigh(board, readings, wish);
    expect(names).toEqual(now.believed.map((t) => targetName(t.target.functions)));
    expect(chances).toHaveLength(names.length);
    expect(steps).toEqual(standing.map((_, n) => n + 1));
    chances.forEach((line, k) => {
      expect(line).toHaveLength(standing.length);
      for (const p of line) {
        expect(p).toBeGreaterThanOrEqual(0);
        expect(p).toBeLessThanOrEqual(1 + 1e-9);
      }
      const { landings = [], nowhere = 0 } = now.believed[k] ?? {};
      expect(line.at(-1)).toBeCloseTo(Math.max(landings[0]?.p ?? 0, nowhere), 12);
    });
  });
  it('of no readings there is nothing to tell', async () => {
    expect(await createAdviser().history(board, [], wish)).toEqual({ steps: [], names: [], chances: [] });
  });
  it('where there are no workers it is done on the page, alike', async () => {
    const { adviser, close } = openAdviser();
    expect(await adviser.weigh(board, SAMPLE_READINGS, wish)).toEqual(
      weighTrace(board, SAMPLE_READINGS, { ...wish, skipped: new Set() }),
    );
    close();
  });
});
