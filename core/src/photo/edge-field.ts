import type { FlatPiece } from './rectify';

/** Ways an edge is looked for, by the way light changes across it: sideways, down to the right, down, down to the left. */
const WAYS = [0, 45, 90, 135] as const;

/** How surely an edge runs through each pixel, 0 to 1, each way; an edge is met where it is looked for, give or take a pixel. */
export interface EdgeField {
  readonly width: number;
  readonly height: number;
  readonly perMm: number;
  /** For each of the four ways, as they stand. */
  readonly sure: readonly [Float32Array, Float32Array, Float32Array, Float32Array];
  /** Sums of upright edges down each column: over rows above `y` at `y * width + x`; `height + 1` rows. */
  readonly upright: Float32Array;
  /** Sums of level edges along each row; `width + 1` columns. */
  readonly level: Float32Array;
}

/** Fainter changes than this are noise whatever the picture, levels of 255. */
const LEAST_STEP = 7;
/** An edge is half sure at this many times the usual change from pixel to pixel. */
const OVER_USUAL = 3;

/**
 * Edges of a piece.
 * @param near whether an edge is met a pixel beside it as well
 */
export function edgeField(flat: FlatPiece, near = true): EdgeField {
  const { width, height, perMm, planes } = flat;
  const n = width * height;
  const xx = new Float32Array(n);
  const yy = new Float32Array(n);
  const xy = new Float32Array(n);
  for (const p of planes) addSteps(p, width, height, xx, yy, xy);
  const half = Math.max(LEAST_STEP, OVER_USUAL * usualStep(xx, yy));
  const sure = WAYS.map((_, k) =>
    sureEdges(xx, yy, xy, k, half * half, width, height, near),
  ) as unknown as EdgeField['sure'];
  const upright = new Float32Array(width * (height + 1));
  const level = new Float32Array((width + 1) * height);
  sumEdges(sure[0], sure[2], width, height, upright, level);
  return { width, height, perMm, sure, upright, level };
}

/** Adds how one plane changes at each pixel: squares sideways and down, and their product. */
function addSteps(
  p: Float32Array,
  width: number,
  height: number,
  xx: Float32Array,
  yy: Float32Array,
  xy: Float32Array,
): void {
  for (let y = 1; y < height - 1; y += 1)
    for (let x = 1; x < width - 1; x += 1) {
      const at = y * width + x;
      const [up, down] = [at - width, at + width];
      const a = p[up - 1] as number;
      const b = p[up + 1] as number;
      const c = p[down - 1] as number;
      const d = p[down + 1] as number;
      const sx = (b + d - a - c + 2 * ((p[at + 1] as number) - (p[at - 1] as number))) / 4;
      const sy = (c + d - a - b + 2 * ((p[down] as number) - (p[up] as number))) / 4;
      xx[at] = (xx[at] as number) + sx * sx;
      yy[at] = (yy[at] as number) + sy * sy;
      xy[at] = (xy[at] as number) + sx * sy;
    }
}

/** The middle one of the changes from pixel to pixel. */
function usualStep(xx: Float32Array, yy: Float32Array): number {
  const sample: number[] = [];
  for (let i = 0; i < xx.length; i += 13) sample.push(xx[i] as number, yy[i] as number);
  sample.sort((a, b) => a - b);
  return Math.sqrt(sample[sample.length >> 1] ?? 0);
}

/** One way's edges: strong across, weak along; spread by a pixel across itself where that is wanted. */
function sureEdges(
  xx: Float32Array,
  yy: Float32Array,
  xy: Float32Array,
  way: number,
  half2: number,
  width: number,
  height: number,
  near: boolean,
): Float32Array {
  const e = new Float32Array(xx.length);
  const [cc, ss, cs] = [
    way === 0 ? 1 : way === 2 ? 0 : 0.5,
    way === 0 ? 0 : way === 2 ? 1 : 0.5,
    way === 1 ? 0.5 : way === 3 ? -0.5 : 0,
  ];
  for (let i = 0; i < e.length; i += 1) {
    const [a, b, m] = [xx[i] as number, yy[i] as number, xy[i] as number];
    const across = cc * a + ss * b + 2 * cs * m;
    const along = ss * a + cc * b - 2 * cs * m;
    // What changes as much the other way is a corner or noise.
    e[i] = (across / (across + half2)) * (across / (across + 0.5 * along + 1e-6));
  }
  if (!near) return e;
  const step = way === 0 ? 1 : way === 1 ? width + 1 : way === 2 ? width : width - 1;
  const out = new Float32Array(e.length);
  for (let y = 1; y < height - 1; y += 1)
    for (let x = 1; x < width - 1; x += 1) {
      const at = y * width + x;
      out[at] = Math.max(e[at] as number, e[at - step] as number, e[at + step] as number);
    }
  return out;
}

function sumEdges(
  ex: Float32Array,
  ey: Float32Array,
  width: number,
  height: number,
  upright: Float32Array,
  level: Float32Array,
): void {
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) {
      const at = y * width + x;
      upright[at + width] = (upright[at] as number) + (ex[at] as number);
      const row = y * (width + 1) + x;
      level[row + 1] = (level[row] as number) + (ey[at] as number);
    }
}

/** How much the weakest of its four sides counts of an outline's answer; the rest is the mean of all. */
const WEAKEST = 0.5;

const upTo = (least: number, every: number): number => Math.ceil(least / every) * every;

/**
 * How much of the outline of a rectangle round each pixel is edge, 0 to 1, its weakest side counting for most; 0 where it would leave the piece.
 * @param every only pixels in columns and rows that this divides are asked; the others stay 0
 */
export function rectangleResponse(field: EdgeField, wideMm: number, highMm: number, every = 1): Float32Array {
  const { width, height, perMm, upright, level } = field;
  const out = new Float32Array(width * height);
  const hw = Math.max(1, Math.round((wideMm * perMm) / 2));
  const hh = Math.max(1, Math.round((highMm * perMm) / 2));
  const cw = Math.max(1, Math.round(0.8 * hw));
  const ch = Math.max(1, Math.round(0.8 * hh));
  const [kw, kh] = [1 / (2 * cw + 1), 1 / (2 * ch + 1)];
  for (let y = upTo(hh, every); y < height - hh; y += every) {
    const top = (y - hh) * (width + 1);
    const bottom = (y + hh) * (width + 1);
    const from = (y - ch) * width;
    const to = (y + ch + 1) * width;
    for (let x = upTo(hw, every); x < width - hw; x += every) {
      const l = ((upright[to + x - hw] as number) - (upright[from + x - hw] as number)) * kh;
      const r = ((upright[to + x + hw] as number) - (upright[from + x + hw] as number)) * kh;
      const t = ((level[top + x + cw + 1] as number) - (level[top + x - cw] as number)) * kw;
      const b = ((level[bottom + x + cw + 1] as number) - (level[bottom + x - cw] as number)) * kw;
      out[y * width + x] = WEAKEST * Math.min(l, r, t, b) + ((1 - WEAKEST) / 4) * (l + r + t + b);
    }
  }
  return out;
}

/** Places on each quarter of a round rim, degrees from its middle. */
const [ASIDE_DEG, DIAGONAL_FROM_DEG] = [30, 22.5] as const;

/** The same for an oblong with round ends, or a round one: twelve places of its rim, in four quarters. */
export function ovalResponse(field: EdgeField, wideMm: number, highMm: number, every = 1): Float32Array {
  const { width, height, perMm, sure } = field;
  const out = new Float32Array(width * height);
  const r = Math.min(wideMm, highMm) / 2;
  const [lx, ly] = [wideMm / 2 - r, highMm / 2 - r];
  const maps: Float32Array[] = [];
  const shifts: number[] = [];
  for (let q = 0; q < 4; q += 1)
    for (const off of [-ASIDE_DEG, 0, ASIDE_DEG]) {
      const deg = 90 * q + off;
      const a = (deg * Math.PI) / 180;
      const [c, s] = [Math.cos(a), Math.sin(a)];
      // Along a straight side its places are spread over it.
      const spread = Math.sign(off);
      const straightX = q % 2 === 1 ? (q === 1 ? -1 : 1) * spread * lx : Math.sign(c) * lx;
      const straightY = q % 2 === 0 ? (q === 0 ? 1 : -1) * spread * ly : Math.sign(s) * ly;
      shifts.push(Math.round((straightY + r * s) * perMm) * width + Math.round((straightX + r * c) * perMm));
      const slanted = (q % 2 === 0 ? ly : lx) === 0 && Math.abs(off) > DIAGONAL_FROM_DEG;
      const way = (Math.round((slanted ? 90 * q + 45 * spread : 90 * q) / 45) + 8) % 4;
      maps.push(sure[way] as Float32Array);
    }
  const hw = Math.ceil((wideMm / 2) * perMm) + 1;
  const hh = Math.ceil((highMm / 2) * perMm) + 1;
  gather(maps, shifts, width, height, upTo(hw, every), upTo(hh, every), every, out);
  return out;
}

/** Means of three places a quarter, the weakest quarter counting for most; written out, since this is where the time goes. */
function gather(
  maps: readonly Float32Array[],
  shifts: readonly number[],
  width: number,
  height: number,
  hw: number,
  hh: number,
  every: number,
  out: Float32Array,
): void {
  const [a0, a1, a2, b0, b1, b2, c0, c1, c2, d0, d1, d2] = maps as [
    Float32Array,
    Float32Array,
    Float32Array,
    Float32Array,
    Float32Array,
    Float32Array,
    Float32Array,
    Float32Array,
    Float32Array,
    Float32Array,
    Float32Array,
    Float32Array,
  ];
  const s = Int32Array.from(shifts);
  const [i0, i1, i2, j0, j1, j2] = [
    s[0] as number,
    s[1] as number,
    s[2] as number,
    s[3] as number,
    s[4] as number,
    s[5] as number,
  ];
  const [k0, k1, k2, l0, l1, l2] = [
    s[6] as number,
    s[7] as number,
    s[8] as number,
    s[9] as number,
    s[10] as number,
    s[11] as number,
  ];
  for (let y = hh; y < height - hh; y += every)
    for (let at = y * width + hw; at < (y + 1) * width - hw; at += every) {
      const a = (a0[at + i0] as number) + (a1[at + i1] as number) + (a2[at + i2] as number);
      const c = (c0[at + k0] as number) + (c1[at + k1] as number) + (c2[at + k2] as number);
      const b = (b0[at + j0] as number) + (b1[at + j1] as number) + (b2[at + j2] as number);
      const d = (d0[at + l0] as number) + (d1[at + l1] as number) + (d2[at + l2] as number);
      const low = a < c ? a : c;
      const other = b < d ? b : d;
      out[at] = (WEAKEST * (low < other ? low : other) + ((1 - WEAKEST) / 4) * (a + b + c + d)) / 3;
    }
}
