import { describe, expect, it } from '@jest/globals';
import { lookOfPicture } from './picture-look';
import type { Pixels } from './pixels';

/** Bars of light and dark, 40 pixels each, whose edges are blurred as a lens does: by a Gaussian of so many pixels. */
function bars(sigma: number, [width, height]: readonly [number, number], upright = true): Pixels {
  const data = new Uint8ClampedArray(4 * width * height);
  // The error function to 1e-7 (Abramowitz and Stegun 7.1.26).
  const erf = (x: number): number => {
    const t = 1 / (1 + 0.3275911 * Math.abs(x));
    const poly =
      t * (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429))));
    return Math.sign(x) * (1 - poly * Math.exp(-x * x));
  };
  const level = (at: number): number => {
    const nearest = Math.round(at / 40) * 40;
    const way = Math.round(at / 40) % 2 === 0 ? 1 : -1;
    return 120 + 80 * way * erf((at - nearest) / (sigma * Math.SQRT2));
  };
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) {
      const v = level((upright ? x : y) + 20);
      data.set([v, v, v, 255], 4 * (y * width + x));
    }
  return { width, height, data };
}

describe('what can be told of a picture before it is measured', () => {
  it.each([1.2, 2, 3.2])(
    'edges blurred by %d pixels are 2.5 times that wide (a Gaussian’s height against its slope)',
    (sigma) => {
      const { edgePx, widestMm } = lookOfPicture(bars(sigma, [600, 420]));
      const wanted = sigma * Math.sqrt(2 * Math.PI);
      expect(edgePx).toBeGreaterThan(0.95 * wanted);
      // The slope is taken over two pixels, which a sharp edge feels.
      expect(edgePx).toBeLessThan(1.15 * wanted);
      // Torn pads are told up to edges of 0.14 mm: 600 pixels may show so much.
      expect(widestMm).toBeCloseTo((600 * 0.14) / (edgePx ?? 1), 6);
    },
  );
  it('is as sharp one way as the other, and as its longer side is wide', () => {
    const [upright, level] = [true, false].map((way) => lookOfPicture(bars(2, [600, 600], way)).edgePx ?? 0);
    expect(upright).toBeCloseTo(level ?? -1, 1);
    const long = lookOfPicture(bars(2, [420, 600]));
    expect(long.widestMm).toBeCloseTo((600 * 0.14) / (long.edgePx ?? 1), 6);
  });
  it('says nothing of a picture without edges, and refuses pixels that do not fit', () => {
    const data = new Uint8ClampedArray(4 * 90 * 60).fill(90);
    expect(lookOfPicture({ width: 90, height: 60, data })).toEqual({ edgePx: null, widestMm: null });
    expect(() => lookOfPicture({ width: 91, height: 60, data })).toThrow(RangeError);
  });
});
