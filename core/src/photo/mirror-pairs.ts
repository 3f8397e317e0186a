import type { EdgeField } from './edge-field';
import { ovalResponse, rectangleResponse } from './edge-field';
import { peaks, unheldNats } from './stamps';

/** An outline as it lies on a piece, mm; round ones are ovals with round ends. */
export interface OutlineShape {
  readonly round: boolean;
  readonly wide: number;
  readonly high: number;
}

/** Two outlines of one size, so far to either side of the middle; mm of the piece. */
export interface MirrorPair {
  readonly shape: OutlineShape;
  readonly aside: number;
  readonly y: number;
  /** What both say together, nats. */
  readonly nats: number;
}

/** Sizes that are tried, mm: rings, slots and pegs, and lands on the surface (open footprints). */
const ROUND_MM = [0.6, 0.75, 0.9, 1.05, 1.2, 1.4, 1.6, 1.8, 2, 2.25, 2.55, 2.9, 3.3, 3.7, 4.1] as const;
const SQUARE_MM = [0.95, 1.15, 1.35, 1.55, 1.8, 2.1, 2.5, 2.9] as const;
/** None is longer than so many times its width. */
const [LONGEST_ROUND, LONGEST_SQUARE] = [3.2, 2.2] as const;
/** Least that both together say, nats; and how many sizes are kept at one place. */
const [LEAST_NATS, SIZES_A_PLACE] = [6, 3] as const;
/** Pairs nearer than this are at one place, mm; and this far aside at the most. */
const [ONE_PLACE_MM, FURTHEST_MM] = [0.5, 9] as const;
/** Between the two of a pair lies at least so much, mm. */
const LEAST_GAP_MM = 0.3;
/** Most places that are looked at closely. */
const MOST_PLACES = 14;

/** Every other pixel is asked: an edge is met one pixel beside it as well. */
const EVERY = 2;

const sizes = (list: readonly number[], longest: number): (readonly [number, number])[] =>
  list.flatMap((w) =>
    list.flatMap((h) => (Math.max(w, h) <= longest * Math.min(w, h) ? [[w, h] as const] : [])),
  );

const SHAPES: readonly OutlineShape[] = [
  ...sizes(ROUND_MM, LONGEST_ROUND).map(([wide, high]) => ({ round: true, wide, high })),
  ...sizes(SQUARE_MM, LONGEST_SQUARE).map(([wide, high]) => ({ round: false, wide, high })),
];

interface Taken {
  readonly x: number;
  readonly y: number;
  readonly wide: number;
  readonly high: number;
}

/** Places that say most for two outlines of one size in mirror places about an upright line, outside of what is taken. */
export function mirrorPairs(field: EdgeField, middleX: number, taken: readonly Taken[]): MirrorPair[] {
  const { width, height, perMm } = field;
  const [w, h] = [Math.ceil(width / EVERY), Math.ceil(height / EVERY)];
  const cell = (mm: number): number => (mm * perMm - 0.5) / EVERY;
  const found: MirrorPair[] = [];
  for (const shape of SHAPES) {
    const response = shape.round ? ovalResponse : rectangleResponse;
    const sum = mirrored(response(field, shape.wide, shape.high, EVERY), width, height, middleX * perMm);
    for (const t of taken) clear(sum, w, h, cell, middleX, t, shape);
    const from = Math.max(0, Math.ceil(cell(middleX + (shape.wide + LEAST_GAP_MM) / 2)));
    const to = Math.min(w, Math.floor(cell(middleX + FURTHEST_MM)));
    for (const p of peaks(sum, w, from, to, 0, h, 2)) {
      const [x, y] = [(p.x * EVERY + 0.5) / perMm, (p.y * EVERY + 0.5) / perMm];
      if (p.v >= LEAST_NATS) found.push({ shape, aside: x - middleX, y, nats: p.v });
    }
  }
  found.sort((a, b) => b.nats - a.nats);
  const places: { readonly first: MirrorPair; readonly all: MirrorPair[] }[] = [];
  for (const p of found) {
    const place = places.find(({ first }) => Math.hypot(first.aside - p.aside, first.y - p.y) < ONE_PLACE_MM);
    if (place && place.all.filter((q) => q.shape.round === p.shape.round).length < SIZES_A_PLACE)
      place.all.push(p);
    else if (!place && places.length < MOST_PLACES) places.push({ first: p, all: [p] });
  }
  return places.flatMap((p) => p.all);
}

/**
 * What places right of the middle and their mirrors say together, where both speak for it; the mirror's by the best of those next to it. One
 * cell for every other pixel each way.
 */
function mirrored(response: Float32Array, width: number, height: number, middle: number): Float32Array {
  const judge = unheldNats(response);
  const w = Math.ceil(width / EVERY);
  const sum = new Float32Array(w * Math.ceil(height / EVERY));
  for (let x = upToEven(middle); x < width; x += EVERY) {
    // A pixel's middle is at x + 0.5; its mirror's at 2 middle less that.
    const m = Math.round(2 * middle - x - 1);
    if (m < 1 || m >= width - 1) continue;
    for (let y = 0; y < height; y += EVERY) {
      const own = response[y * width + x] as number;
      if (own === 0) continue;
      const at = y * width + m;
      const [a, b] = [
        judge(own),
        judge(Math.max(response[at] as number, response[at - 1] as number, response[at + 1] as number)),
      ];
      // One that is hidden says nothing for the pair.
      if (a > 0 && b > 0) sum[(y / EVERY) * w + x / EVERY] = a + b;
    }
  }
  return sum;
}

const upToEven = (x: number): number => Math.ceil(x / EVERY) * EVERY;

/** Nothing stands over what is taken, on either side. */
function clear(
  sum: Float32Array,
  w: number,
  h: number,
  cellOf: (mm: number) => number,
  middleX: number,
  t: Taken,
  shape: OutlineShape,
): void {
  const aside = Math.abs(t.x - middleX);
  const [hx, hy] = [(t.wide + shape.wide) / 2, (t.high + shape.high) / 2];
  const cell = (mm: number): number => Math.round(cellOf(mm));
  for (let y = Math.max(0, cell(t.y - hy)); y <= Math.min(h - 1, cell(t.y + hy)); y += 1)
    for (
      let x = Math.max(0, cell(middleX + aside - hx));
      x <= Math.min(w - 1, cell(middleX + aside + hx));
      x += 1
    )
      sum[y * w + x] = 0;
}
