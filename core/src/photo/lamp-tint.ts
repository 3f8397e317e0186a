import type { FlatPiece } from './rectify';

/** Pixels lighter than this in any colour are clipped and tell no colour, levels of 255. */
const CLIPPED = 250;
/** Every so many pixels are looked at, and so many of them at least have to be light enough. */
const [EVERY, LEAST] = [7, 12] as const;
/** Three levels are added, as where lands are looked at. */
const FLOOR = 3;

/**
 * Redness of the lamp as the camera took it, logarithm of red over blue: 0 in a picture that was balanced for it, above under a warm lamp. That
 * of all places as light as the lightest lands and not clipped, glints and bright metal: they have the colour of the lamp.
 * @param lightest how light the lightest lands are, mean of the logarithms of the three colours, each with three levels added
 * @returns `null` where hardly anything is as light
 */
export function lampTint({ planes: [R, G, B] }: Pick<FlatPiece, 'planes'>, lightest: number): number | null {
  const tints: number[] = [];
  for (let i = 0; i < R.length; i += EVERY) {
    const [r, g, b] = [R[i] as number, G[i] as number, B[i] as number];
    if (r >= CLIPPED || g >= CLIPPED || b >= CLIPPED) continue;
    const [red, green, blue] = [Math.log(r + FLOOR), Math.log(g + FLOOR), Math.log(b + FLOOR)];
    if ((red + green + blue) / 3 >= lightest) tints.push(red - blue);
  }
  tints.sort((a, b) => a - b);
  return tints.length < LEAST ? null : (tints[tints.length >> 1] as number);
}
