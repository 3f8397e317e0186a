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

/** How an outline's answer is taken: by how all places of the picture answer. */
interface Judge {
  readonly mean: number;
  readonly spread: number;
}

/** How a land of one size is answered at each pixel, and what the best of each two by two with their neighbours say, nats. */
export interface Stamp {
  readonly wide: number;
  readonly high: number;
  readonly fine: Float32Array;
  readonly coarse: Float32Array;
  readonly judge: Judge;
}

function judgeOf(response: Float32Array): Judge {
  let [n, sum, square] = [0, 0, 0];
  for (let i = 0; i < response.length; i += 3) {
    const v = response[i] as number;
    if (v === 0) continue;
    n += 1;
    sum += v;
    square += v * v;
  }
  const mean = n > 0 ? sum / n : 0;
  return { mean, spread: n > 0 ? Math.sqrt(Math.max(1e-6, square / n - mean * mean)) : 1 };
}

/** What an outline's answer says, nats, before it is held to LEAST and MOST. */
const natsOf = (answer: number, { mean, spread }: Judge): number =>
  PER_SPREAD * ((answer - mean) / spread - NEITHER);

const held = (nats: number): number => (nats < LEAST ? LEAST : nats > MOST ? MOST : nats);

/** What an outline's answers say, nats, before they are held to LEAST and MOST. */
export function unheldNats(response: Float32Array): (answer: number) => number {
  const judge = judgeOf(response);
  return (answer) => natsOf(answer, judge);
}

/** What a land of a stamp's size says at a pixel, nats. */
export const saysAt = ({ fine, judge }: Stamp, at: number): number => held(natsOf(fine[at] as number, judge));

/** A land of one size asked at every pixel. What is more is never judged less, so only the best of each few pixels are judged here. */
export function stampOf(
  wide: number,
  high: number,
  fine: Float32Array,
  width: number,
  height: number,
): Stamp {
  const judge = judgeOf(fine);
  const coarse = halved(fine, width, height);
  for (let i = 0; i < coarse.length; i += 1) coarse[i] = held(natsOf(coarse[i] as number, judge));
  return { wide, high, fine, coarse, judge };
}

/** The best of each two by two pixels and those next to them. */
export function halved(map: Float32Array, width: number, height: number): Float32Array {
  const [w, h] = [width >> 1, height >> 1];
  const across = new Float32Array(w * height);
  for (let y = 0; y < height; y += 1) bestAcross(map, y * width, width, across, y * w, w);
  const out = new Float32Array(w * h);
  for (let y = 0; y < h; y += 1) {
    const first = 2 * y * w;
    bestOfRows(
      across,
      y > 0 ? first - w : first,
      first,
      first + w,
      2 * y + 2 < height ? first + 2 * w : first,
      out,
      y * w,
      w,
    );
  }
  return out;
}

/** The best of each two pixels of a row and those beside them. */
function bestAcross(
  map: Float32Array,
  row: number,
  width: number,
  into: Float32Array,
  to: number,
  count: number,
): void {
  let before = map[row] as number;
  for (let x = 0; x < count; x += 1) {
    const at = row + 2 * x;
    const one = map[at] as number;
    const two = map[at + 1] as number;
    let v = one > two ? one : two;
    if (before > v) v = before;
    if (2 * x + 2 < width) {
      const after = map[at + 2] as number;
      if (after > v) v = after;
    }
    into[to + x] = v;
    before = two;
  }
}

/** The best of four rows, cell by cell. */
function bestOfRows(
  map: Float32Array,
  a: number,
  b: number,
  c: number,
  d: number,
  into: Float32Array,
  to: number,
  count: number,
): void {
  for (let x = 0; x < count; x += 1) {
    let v = map[a + x] as number;
    if ((map[b + x] as number) > v) v = map[b + x] as number;
    if ((map[c + x] as number) > v) v = map[c + x] as number;
    if ((map[d + x] as number) > v) v = map[d + x] as number;
    into[to + x] = v;
  }
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
