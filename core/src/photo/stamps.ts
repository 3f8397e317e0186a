/**
 * What the outline of a land says, nats, from how many spreads it lies over the mean of all places of the picture: lands that are there lie five
 * over, the best of wrong places two or three (measured on drawn pictures); a hidden one says no more than LEAST against.
 */
const PER_SPREAD = 1.5;
const NEITHER = 2.8;
/** Least that a place says for a land, and most, nats. */
export const LEAST = -3.5;
const MOST = 5;
/** How many of the best places of a map are looked at. */
const LOOKED_AT = 8;

/** What each place says to a land of one size: at each pixel, and the best of each two by two with their neighbours. */
export interface Stamp {
  readonly wide: number;
  readonly high: number;
  readonly fine: Float32Array;
  readonly coarse: Float32Array;
}

/** What an outline's answer says at a pixel, nats, before it is held to LEAST and MOST: by how all places of the picture answer. */
export function judgeOf(response: Float32Array): (answer: number) => number {
  let [n, sum, square] = [0, 0, 0];
  for (let i = 0; i < response.length; i += 3) {
    const v = response[i] as number;
    if (v === 0) continue;
    n += 1;
    sum += v;
    square += v * v;
  }
  const mean = n > 0 ? sum / n : 0;
  const spread = n > 0 ? Math.sqrt(Math.max(1e-6, square / n - mean * mean)) : 1;
  return (answer) => PER_SPREAD * ((answer - mean) / spread - NEITHER);
}

/** What an outline's answer says at each pixel, nats. */
export function judged(response: Float32Array): Float32Array {
  const judge = judgeOf(response);
  const out = new Float32Array(response.length);
  for (let i = 0; i < out.length; i += 1) {
    const v = judge(response[i] as number);
    out[i] = v < LEAST ? LEAST : v > MOST ? MOST : v;
  }
  return out;
}

/** The best of each two by two pixels and those next to them. */
export function halved(map: Float32Array, width: number, height: number): Float32Array {
  const [w, h] = [width >> 1, height >> 1];
  const across = new Float32Array(w * height);
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < w; x += 1) {
      const at = y * width + 2 * x;
      let v = Math.max(map[at] as number, map[at + 1] as number);
      if (x > 0) v = Math.max(v, map[at - 1] as number);
      if (2 * x + 2 < width) v = Math.max(v, map[at + 2] as number);
      across[y * w + x] = v;
    }
  const out = new Float32Array(w * h);
  for (let y = 0; y < h; y += 1)
    for (let x = 0; x < w; x += 1) {
      const at = 2 * y * w + x;
      let v = Math.max(across[at] as number, across[at + w] as number);
      if (y > 0) v = Math.max(v, across[at - w] as number);
      if (2 * y + 2 < height) v = Math.max(v, across[at + 2 * w] as number);
      out[y * w + x] = v;
    }
  return out;
}

/** A cell of a map and what it says. */
export interface Place {
  readonly x: number;
  readonly y: number;
  readonly v: number;
}

/** The highest cells of a map that are no neighbours of each other. */
export function peaks(
  sum: Float32Array,
  width: number,
  x0: number,
  x1: number,
  y0: number,
  y1: number,
  apart: number,
): Place[] {
  const best: Place[] = [];
  let least = 0;
  for (let y = y0; y < y1; y += 1)
    for (let x = x0; x < x1; x += 1) {
      const v = sum[y * width + x] as number;
      if (v <= least) continue;
      const rival = best.findIndex((b) => Math.abs(b.x - x) <= apart && Math.abs(b.y - y) <= apart);
      if (rival >= 0) {
        if ((best[rival] as Place).v >= v) continue;
        best.splice(rival, 1);
      }
      best.push({ x, y, v });
      best.sort((p, q) => q.v - p.v);
      if (best.length > LOOKED_AT) best.length = LOOKED_AT;
      if (best.length === LOOKED_AT) least = (best[LOOKED_AT - 1] as Place).v;
    }
  return best;
}
