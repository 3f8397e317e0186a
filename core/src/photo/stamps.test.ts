import { describe, expect, it } from '@jest/globals';
import { seeded } from '../practice/seeded';
import { halved, LEAST, saysAt, stampOf } from './stamps';

const noise = (seed: number, length: number): Float32Array => {
  const random = seeded(seed);
  return Float32Array.from({ length }, () => random());
};

describe('the best of each two by two pixels and those next to them', () => {
  it.each([
    [8, 6],
    [9, 7],
    [2, 2],
    [3, 5],
  ])('is the greatest of four by four, as far as the map goes: %d by %d', (width, height) => {
    const map = noise(width, width * height).map((v) => v - 0.5);
    const out = halved(map, width, height);
    expect(out).toHaveLength((width >> 1) * (height >> 1));
    out.forEach((v, i) => {
      const [x, y] = [2 * (i % (width >> 1)), 2 * Math.floor(i / (width >> 1))];
      const near: number[] = [];
      for (let r = Math.max(0, y - 1); r <= Math.min(height - 1, y + 2); r += 1)
        for (let c = Math.max(0, x - 1); c <= Math.min(width - 1, x + 2); c += 1)
          near.push(map[r * width + c] as number);
      expect(v).toBe(Math.max(...near));
    });
  });
});

describe('what a land of one size is answered', () => {
  const [width, height] = [40, 30];
  const response = noise(3, width * height);
  response[15 * width + 21] = 4;
  const stamp = stampOf(1, 1, response, width, height);
  it('says most where the outline stands out, and at the least what a hidden land says', () => {
    const says = Array.from(response, (_, i) => saysAt(stamp, i));
    expect(Math.max(...says)).toBe(saysAt(stamp, 15 * width + 21));
    expect(Math.min(...says)).toBeGreaterThanOrEqual(LEAST);
  });
  it('is nowhere more than what its halved map says of the place', () => {
    for (let y = 0; y < height; y += 1)
      for (let x = 0; x < width; x += 1)
        expect(saysAt(stamp, y * width + x)).toBeLessThanOrEqual(
          (stamp.coarse[(y >> 1) * (width >> 1) + (x >> 1)] as number) + 1e-5,
        );
  });
});
