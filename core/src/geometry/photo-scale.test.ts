import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { readScale, toBoard, toPhoto } from './photo-scale';
import { boardPoint, distanceMm, photoPoint } from './point';

describe('readScale', () => {
  it('takes two clicks and a length', () => {
    const verdict = readScale({ from: { x: 0, y: 0 }, to: { x: 300, y: 400 }, lengthMm: 25 });
    expect(verdict).toMatchObject({ ok: true, mmPerPx: 0.05 });
  });
  it('is surer the farther apart the clicks are', () => {
    const error = (px: number): number => {
      const v = readScale({ from: { x: 0, y: 0 }, to: { x: px, y: 0 }, lengthMm: 10 });
      return v.ok ? v.relativeError : Infinity;
    };
    expect(error(1000)).toBeLessThan(error(100));
  });
  it.each([0, -1, Number.NaN, Infinity])('refuses a length of %d', (lengthMm) => {
    expect(readScale({ from: { x: 0, y: 0 }, to: { x: 100, y: 0 }, lengthMm })).toMatchObject({
      ok: false,
      code: 'no-length',
    });
  });
  it('refuses two clicks in one place', () => {
    expect(readScale({ from: { x: 5, y: 5 }, to: { x: 5, y: 6 }, lengthMm: 10 })).toMatchObject({
      ok: false,
      code: 'same-place',
    });
  });
  it('goes to the board and back', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 9000, noNaN: true }),
        fc.double({ min: 0.001, max: 1, noNaN: true }),
        (x, k) => {
          expect(toPhoto(toBoard({ x, y: x / 2 }, k), k).x).toBeCloseTo(x, 6);
        },
      ),
    );
  });
  it('measures straight', () => {
    expect(distanceMm(boardPoint(0, 0), boardPoint(3, 4))).toBe(5);
    expect(() => boardPoint(Number.NaN, 0)).toThrow(RangeError);
    expect(() => photoPoint(0, Infinity)).toThrow(RangeError);
  });
});
