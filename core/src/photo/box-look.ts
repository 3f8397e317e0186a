import type { Projective } from '../geometry/projective';
import type { Pixels } from './pixels';
import type { BoardBox, FlatPiece } from './rectify';
import { rectify } from './rectify';

/** What can be told of a box of a picture before anything is read in it. */
export interface BoxLook {
  /** How wide the sharpest edges are, mm; `null` where the box has no edges to tell by. */
  readonly edgeMm: number | null;
  /** Edges are too wide for torn pads to be told: out of focus, or the camera moved. */
  readonly blurred: boolean;
  /** The lamp shines on the board in blotches. */
  readonly glare: boolean;
}

/**
 * Edges wider than this, mm, and the weave of bare board is gone: torn pads are no longer told from those that are there (measured on
 * pictures of another hand, blurred in steps: of 15 torn pads 13 are told at 0.05, 12 at 0.1, 7 at 0.17 and 2 at 0.26; places hold to 0.2).
 */
export const BLURRED_MM = 0.14;
/** The light beside an edge is taken so far away on either side, mm. */
const BESIDE_MM = 0.2;
/** Steps of less light than this are no edge; the sharpest share of all places is looked at, 0 to 255. */
const LEAST_STEP = 40;
const LEAST_SLOPE = 6;
const SHARPEST = 0.002;
const FEWEST_EDGES = 30;
/** The box is looked at in so many parts each way. */
const TILES = 8;
/** The lightest part of the mask against the usual one, and how blotchy its parts are within: both more than this is glare, logarithm. */
const LIGHTER = 0.5;
const BLOTCHY = 0.6;
/** A dark picture's logarithm is held by this, 0 to 255. */
const FLOOR = 8;

/** A grey piece of a picture. */
interface GreyPiece {
  readonly width: number;
  readonly height: number;
}

function lightOf({ planes: [r, g, b] }: FlatPiece): Float32Array {
  return r.map((v, i) => (v + 2 * (g[i] as number) + (b[i] as number)) / 4);
}

/**
 * Median width of the sharpest edges one way, pixels; `null` with too few.
 * @param step from one place to the next along that way: 1, or the width of the piece
 * @param far the light on either side of an edge is taken so many pixels away
 * @param every only each so manyth row is looked at
 */
export function edgeWidth(
  light: Float32Array,
  { width, height }: GreyPiece,
  step: number,
  far: number,
  every = 1,
): number | null {
  const edges: { slope: number; px: number }[] = [];
  for (let y = far; y < height - far; y += every)
    for (let x = far; x < width - far; x += 1) {
      const at = y * width + x;
      const slope = Math.abs((light[at + step] as number) - (light[at - step] as number)) / 2;
      if (slope < LEAST_SLOPE) continue;
      const contrast = Math.abs((light[at + far * step] as number) - (light[at - far * step] as number));
      if (contrast > LEAST_STEP) edges.push({ slope, px: contrast / slope });
    }
  if (edges.length < FEWEST_EDGES) return null;
  const most = Math.max(FEWEST_EDGES, Math.floor((SHARPEST * width * height) / every));
  const widths = edges
    .sort((a, b) => b.slope - a.slope)
    .slice(0, most)
    .map((e) => e.px)
    .sort((a, b) => a - b);
  return widths[Math.floor(widths.length / 2)] ?? null;
}

/** How wide the sharpest edges of a piece are, mm; `null` where it has too few to tell by. */
export function edgeMmOf(flat: FlatPiece): number | null {
  const light = lightOf(flat);
  // A camera that moved blurs the edges across its way only.
  const far = Math.max(3, Math.round(BESIDE_MM * flat.perMm));
  const widths = [1, flat.width].flatMap((step) => edgeWidth(light, flat, step, far) ?? []);
  return widths.length > 0 ? Math.max(...widths) / flat.perMm : null;
}

/** Whether edges of this width are too wide for torn pads to be told. */
export const isBlurred = (edgeMm: number | null): boolean => edgeMm !== null && edgeMm > BLURRED_MM;

const quantile = (sorted: readonly number[], q: number): number =>
  sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))] ?? 0;

/** How much lighter the lightest part of the mask is than the usual one, and how blotchy its parts are within. */
function unevenness(light: Float32Array, { width, height }: FlatPiece): { lighter: number; blotchy: number } {
  const lows: number[] = [];
  const within: number[] = [];
  for (let ty = 0; ty < TILES; ty += 1)
    for (let tx = 0; tx < TILES; tx += 1) {
      const own: number[] = [];
      for (let y = Math.floor((ty * height) / TILES); y < Math.floor(((ty + 1) * height) / TILES); y += 2)
        for (let x = Math.floor((tx * width) / TILES); x < Math.floor(((tx + 1) * width) / TILES); x += 2)
          own.push(Math.log((light[y * width + x] as number) + FLOOR));
      own.sort((a, b) => a - b);
      // The darker part of a tile is mask; pads and print lie above it.
      lows.push(quantile(own, 0.3));
      within.push(quantile(own, 0.5) - quantile(own, 0.1));
    }
  lows.sort((a, b) => a - b);
  within.sort((a, b) => a - b);
  return {
    lighter: (lows.at(-1) ?? 0) - quantile(lows, 0.1),
    blotchy: quantile(within, 0.25) + quantile(within, 0.75),
  };
}

/**
 * Looks at a box of a picture before it is read: whether it is sharp enough, and whether the lamp shines on the board. Says nothing of
 * lands. Throws RangeError on a box without size or pixels that do not fit their picture.
 * @param toPhoto board millimetres to pixels of this picture
 */
export function lookOfBox(picture: Pixels, toPhoto: Projective, box: BoardBox): BoxLook {
  const flat = rectify(picture, toPhoto, box);
  const edgeMm = edgeMmOf(flat);
  const { lighter, blotchy } = unevenness(lightOf(flat), flat);
  return {
    edgeMm,
    blurred: isBlurred(edgeMm),
    glare: lighter > LIGHTER && blotchy > BLOTCHY,
  };
}
