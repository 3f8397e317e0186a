import { describe, expect, it } from '@jest/globals';
import { renderBoard } from '../testing/render-board';
import { usbFootprints } from '../testing/usb-footprints';
import { lookOfBox } from './box-look';
import type { Pixels } from './pixels';

const footprints = usbFootprints();

const boards = new Map<number, ReturnType<typeof renderBoard>>();
/** A board is drawn once. */
const drawn = (no: number, mask: string) => {
  const footprint = footprints[no];
  if (!footprint) throw new Error('no such footprint');
  const board =
    boards.get(no) ?? renderBoard(footprint, { seed: no, tornShare: 0.2, pxPerMm: 34, mask, tiltDeg: 8 });
  boards.set(no, board);
  return board;
};
const BOARDS = [
  [42, 'green'],
  [5, 'black'],
  [17, 'blue'],
  [23, 'red'],
] as const;

/** Each pixel is the mean of its neighbours that far to either side: across, or across and down. */
function smeared({ width, height, data }: Pixels, far: number, ways: 'across' | 'both'): Pixels {
  let from: Uint8ClampedArray | Uint8Array = data;
  for (const step of ways === 'both' ? [4, 4 * width] : [4]) {
    const to = new Uint8ClampedArray(from.length);
    for (let i = 0; i < to.length; i += 1) {
      let [sum, n] = [0, 0];
      for (let k = -far; k <= far; k += 1) {
        const v = from[i + k * step];
        if (v === undefined) continue;
        sum += v;
        n += 1;
      }
      to[i] = sum / n;
    }
    from = to;
  }
  return { width, height, data: from };
}

/** The lamp in blotches over the left part of the picture: what it shines on goes towards white. */
function veiled({ width, height, data }: Pixels): Pixels {
  const out = Uint8ClampedArray.from(data);
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < 0.6 * width; x += 1) {
      const blotch = Math.sin(x / 9) * Math.cos(y / 11) + 0.6 * Math.sin((x + 2 * y) / 17);
      const share = Math.max(0, Math.min(0.9, 0.4 + 0.45 * blotch));
      for (let k = 0; k < 3; k += 1) {
        const at = 4 * (y * width + x) + k;
        out[at] = (1 - share) * (out[at] as number) + share * 235;
      }
    }
  return { width, height, data: out };
}

describe('what can be told of a box before it is read', () => {
  it.each(BOARDS)('footprint %d on %s: nothing against a clear picture', (no, mask) => {
    const { picture, toPhoto, box } = drawn(no, mask);
    const look = lookOfBox(picture, toPhoto, box);
    expect([look.blurred, look.glare]).toEqual([false, false]);
    expect(look.edgeMm).toBeLessThan(0.13);
  });
  it.each(BOARDS)('footprint %d on %s: out of focus, and moved one way only', (no, mask) => {
    const { picture, toPhoto, box } = drawn(no, mask);
    const sharp = lookOfBox(picture, toPhoto, box).edgeMm ?? NaN;
    for (const ways of ['both', 'across'] as const) {
      const look = lookOfBox(smeared(picture, 7, ways), toPhoto, box);
      expect(look.blurred).toBe(true);
      expect(look.edgeMm).toBeGreaterThan(1.5 * sharp);
    }
  });
  it.each(BOARDS.slice(0, 2))('footprint %d on %s: the lamp on the mask', (no, mask) => {
    const { picture, toPhoto, box } = drawn(no, mask);
    expect(lookOfBox(veiled(picture), toPhoto, box).glare).toBe(true);
  });
  it('says nothing of a plain box, and refuses one without size', () => {
    const data = new Uint8ClampedArray(4 * 200 * 200).fill(120);
    const plain = { width: 200, height: 200, data };
    const box = { x: 0, y: 0, width: 5, height: 5 };
    expect(lookOfBox(plain, [40, 0, 0, 0, 40, 0, 0, 0, 1], box)).toEqual({
      edgeMm: null,
      blurred: false,
      glare: false,
    });
    expect(() => lookOfBox(plain, [40, 0, 0, 0, 40, 0, 0, 0, 1], { ...box, width: 0 })).toThrow(RangeError);
  });
});
