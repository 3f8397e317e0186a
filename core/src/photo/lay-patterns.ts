import type { ConnectorPart } from '../connector/part';
import type { Oblong } from '../geometry/oblong';
import type { XY } from '../geometry/projective';
import type { EdgeField } from './edge-field';
import { ovalResponse, rectangleResponse } from './edge-field';
import type { Place, Stamp } from './stamps';
import { LEAST, peaks, saysAt, stampOf } from './stamps';
import type { PartPose } from './refine-pose';

/** A part laid on a piece in one of four quarter turns. */
export interface LaidPart {
  readonly part: ConnectorPart;
  readonly pose: PartPose;
  /** How much better its rims meet edges there than any places would, nats over all its lands. */
  readonly score: number;
}

/** Sizes are told apart from this on, mm. */
const SIZE_STEP = 0.1;
/** Largest part that is looked for, from the middle of its lands, mm. */
const LARGEST_MM = 30;
/** A part has this many lands, or its places say nothing. */
const LANDS = [3, 60] as const;
/** Best places kept of each part and quarter turn. */
const KEPT = 2;
/** Places of one part nearer than this are one, mm. */
const APART_MM = 0.3;

/** Something with the outline of a leg's land, slot or peg, whatever part it may be of; millimetres of the piece. */
export interface SeenOutline {
  readonly x: number;
  readonly y: number;
  readonly wide: number;
  readonly high: number;
  readonly nats: number;
}

export interface LaidPatterns {
  /** Best places of each part, best first. */
  readonly laid: LaidPart[];
  readonly outlines: SeenOutline[];
}

/** Outlines narrower than this are those of pads and print, mm; and how sure they are, nats. */
const [OUTLINE_MM, OUTLINE_NATS] = [0.75, 3.6] as const;

const QUARTERS: readonly (readonly [number, number, number, number])[] = [
  [1, 0, 0, 1],
  [0, -1, 1, 0],
  [-1, 0, 0, -1],
  [0, 1, -1, 0],
];

/** Middle of a part's lands: its own origin may lie far beside them, out of the piece. */
function middleOf({ lands }: ConnectorPart): XY {
  const [xs, ys] = [lands.map((l) => l.at.x), lands.map((l) => l.at.y)];
  return {
    x: (Math.min(...xs) + Math.max(...xs)) / 2,
    y: (Math.min(...ys) + Math.max(...ys)) / 2,
  };
}

/** One rim to be met: how far from the middle of the part's lands, pixels, how much it counts, and what places say to it. */
interface Wanted {
  readonly dx: number;
  readonly dy: number;
  readonly weight: number;
  readonly stamp: Stamp;
}

/** A part, its lands of any direction rounded to the piece's own two, in one quarter turn. */
function wantedOf(
  part: ConnectorPart,
  quarter: number,
  perMm: number,
  stampFor: (wide: number, high: number, round: boolean) => Stamp,
): Wanted[] {
  const [a, b, c, d] = QUARTERS[quarter] as readonly [number, number, number, number];
  const middle = middleOf(part);
  return part.lands.flatMap((l) => {
    const [u, v] = [l.at.x - middle.x, l.at.y - middle.y];
    const put = (o: Oblong, round: boolean, weight: number): Wanted => {
      const level = Math.abs(Math.cos(((o.directionDeg + 90 * quarter) * Math.PI) / 180)) > Math.SQRT1_2;
      return {
        dx: Math.round((a * u + b * v) * perMm),
        dy: Math.round((c * u + d * v) * perMm),
        weight,
        stamp: level ? stampFor(o.lengthMm, o.widthMm, round) : stampFor(o.widthMm, o.lengthMm, round),
      };
    };
    if (!l.hole) return [put(l.copper, false, 1)];
    return l.role === 'peg' ? [put(l.hole, true, 1)] : [put(l.copper, true, 0.6), put(l.hole, true, 0.4)];
  });
}

/**
 * Lays every part on a piece whose edges stand upright, in four quarter turns, and gives the best places of each, best first. The piece's own
 * corner is millimetre 0. Parts of fewer than three lands are left out.
 */
export function layPatterns(field: EdgeField, parts: readonly ConnectorPart[]): LaidPatterns {
  const { width, height, perMm } = field;
  const stamps = new Map<string, Stamp>();
  const stampFor = (wide: number, high: number, round: boolean): Stamp => {
    const [w, h] = [Math.max(1, Math.round(wide / SIZE_STEP)), Math.max(1, Math.round(high / SIZE_STEP))];
    const key = `${w} ${h} ${round ? 'round' : ''}`;
    const known = stamps.get(key);
    if (known) return known;
    const [wideMm, highMm] = [w * SIZE_STEP, h * SIZE_STEP];
    const fine = (round ? ovalResponse : rectangleResponse)(field, wideMm, highMm);
    const made = stampOf(wideMm, highMm, fine, width, height);
    stamps.set(key, made);
    return made;
  };
  const found: LaidPart[] = [];
  for (const part of parts) {
    if (part.lands.length < LANDS[0] || part.lands.length > LANDS[1]) continue;
    const middle = middleOf(part);
    if (part.lands.some((l) => Math.hypot(l.at.x - middle.x, l.at.y - middle.y) > LARGEST_MM)) continue;
    QUARTERS.forEach(([a, b, c, d], quarter) => {
      const wanted = wantedOf(part, quarter, perMm, stampFor);
      for (const p of bestPlaces(wanted, width, height, Math.max(2, Math.round(APART_MM * perMm))))
        found.push({
          part,
          pose: {
            a,
            b,
            c,
            d,
            x0: (p.x + 0.5) / perMm - a * middle.x - b * middle.y,
            y0: (p.y + 0.5) / perMm - c * middle.x - d * middle.y,
          },
          score: p.v,
        });
    });
  }
  return {
    laid: found.sort((p, q) => q.score - p.score),
    outlines: outlinesOf([...stamps.values()], width, height, perMm),
  };
}

/** The surest outlines of any size, none over another. */
function outlinesOf(stamps: readonly Stamp[], width: number, height: number, perMm: number): SeenOutline[] {
  const all: SeenOutline[] = [];
  for (const { wide, high, coarse } of stamps) {
    if (Math.min(wide, high) < OUTLINE_MM) continue;
    const w = width >> 1;
    for (const p of peaks(coarse, w, 0, w, 0, height >> 1, 3))
      if (p.v >= OUTLINE_NATS)
        all.push({ x: (2 * p.x + 1) / perMm, y: (2 * p.y + 1) / perMm, wide, high, nats: p.v });
  }
  all.sort((p, q) => q.nats - p.nats);
  const kept: SeenOutline[] = [];
  for (const o of all)
    if (
      !kept.some(
        (k) => Math.abs(k.x - o.x) < (k.wide + o.wide) / 2 && Math.abs(k.y - o.y) < (k.high + o.high) / 2,
      )
    )
      kept.push(o);
  return kept;
}

/** Best places of one part: first on the halved maps, whose answers are never less than those of any pixel in them, then pixel by pixel. */
function bestPlaces(wanted: readonly Wanted[], width: number, height: number, apart: number): Place[] {
  const [w, h] = [width >> 1, height >> 1];
  const half = wanted.map((r) => ({ dx: r.dx >> 1, dy: r.dy >> 1 }));
  const x0 = Math.max(0, ...half.map((r) => -r.dx));
  const x1 = Math.min(w, ...half.map((r) => w - r.dx));
  const y0 = Math.max(0, ...half.map((r) => -r.dy));
  const y1 = Math.min(h, ...half.map((r) => h - r.dy));
  if (x1 <= x0 || y1 <= y0) return [];
  const sum = new Float32Array(w * h);
  wanted.forEach((r, i) => {
    const shift = (half[i]?.dy ?? 0) * w + (half[i]?.dx ?? 0);
    addShifted(sum, r.stamp.coarse, w, x0, x1, y0, y1, shift, r.weight);
  });
  const places: Place[] = [];
  for (const cell of peaks(sum, w, x0, x1, y0, y1, 2)) {
    let best: Place | null = null;
    for (let y = 2 * cell.y - 1; y <= 2 * cell.y + 2; y += 1)
      for (let x = 2 * cell.x - 1; x <= 2 * cell.x + 2; x += 1) {
        const v = answerAt(wanted, x, y, width, height);
        if (!best || v > best.v) best = { x, y, v };
      }
    if (best) places.push(best);
  }
  places.sort((p, q) => q.v - p.v);
  const kept: Place[] = [];
  for (const p of places) {
    if (p.v <= 0 || kept.length === KEPT) break;
    if (!kept.some((k) => Math.abs(k.x - p.x) < apart && Math.abs(k.y - p.y) < apart)) kept.push(p);
  }
  return kept;
}

function answerAt(wanted: readonly Wanted[], x: number, y: number, width: number, height: number): number {
  let sum = 0;
  for (const r of wanted) {
    const [u, v] = [x + r.dx, y + r.dy];
    const inside = u >= 0 && v >= 0 && u < width && v < height;
    sum += r.weight * (inside ? saysAt(r.stamp, v * width + u) : LEAST);
  }
  return sum;
}

function addShifted(
  sum: Float32Array,
  map: Float32Array,
  width: number,
  x0: number,
  x1: number,
  y0: number,
  y1: number,
  shift: number,
  weight: number,
): void {
  for (let y = y0; y < y1; y += 1) {
    const row = y * width;
    for (let x = x0; x < x1; x += 1) {
      const i = row + x;
      sum[i] = (sum[i] as number) + weight * (map[i + shift] as number);
    }
  }
}
