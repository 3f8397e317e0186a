import type { BoardPoint } from '../geometry/point';
import type { Projective } from '../geometry/projective';
import { derivative } from '../geometry/projective';
import type { Pixels } from './pixels';
import { checkPixels } from './pixels';

/** A box on the board, mm. */
export interface BoardBox {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** A piece of a picture laid flat: `perMm` pixels to a millimetre, its top left corner at `origin`. */
export interface FlatPiece {
  readonly origin: BoardPoint;
  readonly perMm: number;
  readonly width: number;
  readonly height: number;
  /** Red, green and blue, three planes, 0 to 255. */
  readonly planes: readonly [Float32Array, Float32Array, Float32Array];
}

/** More pixels than this tell nothing more of a pad and cost time. */
const MOST_PIXELS = 2_400_000;
/** Finer than this is not looked at, pixels to a millimetre: the narrowest pads met are 0.2 mm. */
const FINEST = 44;

/** Throws RangeError on a box without size. */
export function checkBox(box: BoardBox): void {
  if (!(box.width > 0 && box.height > 0))
    throw new RangeError(`a box has width and height above 0 mm, got ${box.width} x ${box.height}`);
}

/**
 * Cuts a box of the board out of a picture with the perspective taken out. `toPhoto` maps board millimetres to pixels of this
 * picture; what lies outside the picture comes out as its nearest edge. Throws RangeError on a box without size.
 * @param finest most pixels to a millimetre
 */
export function rectify(picture: Pixels, toPhoto: Projective, box: BoardBox, finest = FINEST): FlatPiece {
  checkPixels(picture);
  checkBox(box);
  const [xx, xy, yx, yy] = derivative(toPhoto, { x: box.x + box.width / 2, y: box.y + box.height / 2 });
  const native = Math.sqrt(Math.abs(xx * yy - xy * yx));
  const perMm = Math.min(finest, native, Math.sqrt(MOST_PIXELS / (box.width * box.height)));
  const width = Math.max(8, Math.round(box.width * perMm));
  const height = Math.max(8, Math.round(box.height * perMm));
  const planes = [
    new Float32Array(width * height),
    new Float32Array(width * height),
    new Float32Array(width * height),
  ] as const;
  const { data, width: w, height: h } = picture;
  // Where the picture is finer than what is cut out, several samples a pixel keep it from shimmering.
  const taps = Math.min(3, Math.max(1, Math.round(native / perMm)));
  const share = 1 / (taps * taps);
  const [m0, m1, m2, m3, m4, m5, m6, m7, m8] = toPhoto;
  for (let j = 0; j < height; j += 1) {
    for (let i = 0; i < width; i += 1) {
      let [r, g, b] = [0, 0, 0];
      for (let t = 0; t < taps * taps; t += 1) {
        const x = box.x + (i + ((t % taps) + 0.5) / taps) / perMm;
        const y = box.y + (j + (Math.floor(t / taps) + 0.5) / taps) / perMm;
        const z = m6 * x + m7 * y + m8;
        const u = Math.min(w - 1.001, Math.max(0, (m0 * x + m1 * y + m2) / z - 0.5));
        const v = Math.min(h - 1.001, Math.max(0, (m3 * x + m4 * y + m5) / z - 0.5));
        const [iu, iv] = [u | 0, v | 0];
        const [fu, fv] = [u - iu, v - iv];
        const at = 4 * (iv * w + iu);
        const below = iv + 1 < h ? at + 4 * w : at;
        const next = iu + 1 < w ? 4 : 0;
        const [k0, k1, k2, k3] = [(1 - fu) * (1 - fv), fu * (1 - fv), (1 - fu) * fv, fu * fv];
        r +=
          k0 * (data[at] ?? 0) +
          k1 * (data[at + next] ?? 0) +
          k2 * (data[below] ?? 0) +
          k3 * (data[below + next] ?? 0);
        g +=
          k0 * (data[at + 1] ?? 0) +
          k1 * (data[at + next + 1] ?? 0) +
          k2 * (data[below + 1] ?? 0) +
          k3 * (data[below + next + 1] ?? 0);
        b +=
          k0 * (data[at + 2] ?? 0) +
          k1 * (data[at + next + 2] ?? 0) +
          k2 * (data[below + 2] ?? 0) +
          k3 * (data[below + next + 2] ?? 0);
      }
      const to = j * width + i;
      planes[0][to] = r * share;
      planes[1][to] = g * share;
      planes[2][to] = b * share;
    }
  }
  return { origin: { x: box.x, y: box.y }, perMm, width, height, planes };
}
