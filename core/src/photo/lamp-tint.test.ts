import { describe, expect, it } from '@jest/globals';
import { lampTint } from './lamp-tint';

type Colour = readonly [number, number, number];
/** A piece of so many pixels of each colour. */
const piece = (
  ...patches: readonly (readonly [number, Colour])[]
): { readonly planes: [Float32Array, Float32Array, Float32Array] } => {
  const all = patches.flatMap(([count, colour]) => Array.from({ length: count }, () => colour));
  const plane = (k: 0 | 1 | 2): Float32Array => Float32Array.from(all, (c) => c[k]);
  return { planes: [plane(0), plane(1), plane(2)] };
};
const MASK = [9000, [40, 90, 60]] as const;
const LIGHT = Math.log(150);

describe('the lamp by what it shines on', () => {
  it('has the redness of the places that are as light as the lightest lands', () => {
    expect(lampTint(piece(MASK, [300, [200, 170, 130]]), LIGHT)).toBeCloseTo(Math.log(203 / 133), 9);
  });
  it('is 0 where the picture was balanced for it', () => {
    expect(lampTint(piece(MASK, [300, [190, 190, 190]]), LIGHT)).toBe(0);
  });
  it('asks no place that is clipped', () => {
    expect(lampTint(piece(MASK, [300, [180, 160, 140]], [3000, [255, 240, 200]]), LIGHT)).toBeCloseTo(
      Math.log(183 / 143),
      9,
    );
  });
  it('is not known where hardly anything is as light, or all is clipped', () => {
    expect(lampTint(piece(MASK, [30, [190, 190, 190]]), LIGHT)).toBeNull();
    expect(lampTint(piece([5000, [255, 255, 255]]), LIGHT)).toBeNull();
    expect(lampTint(piece(), LIGHT)).toBeNull();
  });
});
