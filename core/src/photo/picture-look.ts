import { BLURRED_MM, edgeWidth } from './box-look';
import type { Pixels } from './pixels';
import { checkPixels } from './pixels';

/** What can be told of a picture as soon as it is there, before anything of it is measured. */
export interface PictureLook {
  /** How wide the sharpest edges are, pixels; `null` where it has too few edges to tell by. */
  readonly edgePx: number | null;
  /** The longer side of the picture may show this much of a board, mm, for torn pads to be told; `null` where that is not known. */
  readonly widestMm: number | null;
}

/** The light beside an edge is taken so far away, pixels: an edge wider than twice that is wide whatever it is. */
const BESIDE_PX = 10;
/** Each so manyth row is looked at: a picture has more edges than are wanted. */
const EVERY = 3;

/**
 * How sharp a whole picture is, and how much of a board it may show for that. Throws RangeError on pixels that do not fit their picture.
 */
export function lookOfPicture(picture: Pixels): PictureLook {
  checkPixels(picture);
  const { width, height, data } = picture;
  const light = new Float32Array(width * height);
  for (let i = 0; i < light.length; i += 1)
    light[i] = ((data[4 * i] as number) + 2 * (data[4 * i + 1] as number) + (data[4 * i + 2] as number)) / 4;
  // A camera that moved blurs the edges across its way only.
  const widths = [1, width].flatMap((step) => edgeWidth(light, picture, step, BESIDE_PX, EVERY) ?? []);
  if (widths.length === 0) return { edgePx: null, widestMm: null };
  const edgePx = Math.max(...widths);
  return { edgePx, widestMm: (Math.max(width, height) * BLURRED_MM) / edgePx };
}
