import type { BoardPoint } from '../geometry/point';
import { boardPoint } from '../geometry/point';
import type { FootprintProposal, FoundLand, ReadingHint } from './found';
import type { FoundPad, FoundRow } from './row-on-line';
import { toDegrees } from './row-on-line';

/** The line about which a port is the mirror of itself: square to its row, through the middle of it. */
export interface MirrorAxis {
  readonly middle: BoardPoint;
  /** Way of the row, degrees. */
  readonly directionDeg: number;
  /** Contacts that are known. */
  readonly pads: readonly FoundPad[];
}

/** Rows whose middles lie this near along the way of the longest are of one port, mm. */
const ONE_PORT_MM = 0.3;
/** Lands are alike in size where it differs by less than this, logarithm; and no smaller than this, mm. */
const [ALIKE, LEAST_MM] = [0.25, 0.8] as const;
/** Two of a pair are so far apart, mm. */
const [NEAREST_MM, FURTHEST_MM] = [1.8, 18] as const;
/** Pairs have one axis where it lies within this, mm, and runs within this, degrees; so many make one. */
const [ONE_AXIS_MM, ONE_WAY_DEG, LEAST_PAIRS] = [0.15, 2, 2] as const;

const along = (p: BoardPoint, deg: number): number =>
  p.x * Math.cos((deg * Math.PI) / 180) + p.y * Math.sin((deg * Math.PI) / 180);
const across = (p: BoardPoint, deg: number): number => along(p, deg + 90);
/** Degrees between two ways, either end of each being as good. */
const turnBetween = (a: number, b: number): number => {
  const d = (((a - b) % 180) + 180) % 180;
  return Math.min(d, 180 - d);
};
const middleOf = (a: BoardPoint, b: BoardPoint): BoardPoint => boardPoint((a.x + b.x) / 2, (a.y + b.y) / 2);

/** Whether a place lies in the least rectangle that stands as an axis does and holds all of some places, or so far beside it, mm. */
export function withinSpan(
  { directionDeg: deg }: MirrorAxis,
  p: BoardPoint,
  places: readonly BoardPoint[],
  mm: number,
): boolean {
  const holds = (of: (q: BoardPoint) => number): boolean => {
    const all = places.map(of);
    return of(p) >= Math.min(...all) - mm && of(p) <= Math.max(...all) + mm;
  };
  return holds((q) => along(q, deg)) && holds((q) => across(q, deg));
}

/** The axis of the longest row, with all rows that have the same. */
export function axisOfRows(rows: readonly FoundRow[]): MirrorAxis | null {
  const [main] = [...rows].sort((a, b) => b.pads.length - a.pads.length);
  const [first, last] = [main?.pads[0], main?.pads.at(-1)];
  if (!main || !first || !last || first === last) return null;
  const deg = main.directionDeg;
  const middle = middleOf(first.at, last.at);
  const own = rows.filter((r) => {
    const places = r.pads.map((p) => along(p.at, deg));
    const mid = (Math.min(...places) + Math.max(...places)) / 2;
    return Math.abs(mid - along(middle, deg)) < ONE_PORT_MM;
  });
  return { middle, directionDeg: deg, pads: own.flatMap((r) => r.pads) };
}

/** The axis between the ends of a row that the hand pointed at; `null` for two holes, which may be any two of a port. */
export function axisOfHint({ what, at: [a, b] }: ReadingHint): MirrorAxis | null {
  if (what === 'holes') return null;
  return {
    middle: middleOf(a, b),
    directionDeg: toDegrees(Math.atan2(b.y - a.y, b.x - a.x)),
    pads: [],
  };
}

const alike = ({ slot: a }: FoundLand, { slot: b }: FoundLand): boolean =>
  Math.abs(Math.log(a.lengthMm / b.lengthMm)) < ALIKE && Math.abs(Math.log(a.widthMm / b.widthMm)) < ALIKE;

/** The axis that most lands of one size lie about in pairs; `null` where there are fewer than two pairs. */
export function axisOfLands({ lands, rows }: FootprintProposal): MirrorAxis | null {
  const all = [
    ...lands.filter((l) => l.slot.widthMm >= LEAST_MM),
    ...rows.flatMap((r) =>
      r.pads.map((p): FoundLand => ({
        at: p.at,
        fixing: p.holeMm === null ? 'surface' : 'through-hole',
        state: 'present',
        filled: null,
        slot: { widthMm: Math.min(...p.sizeMm), lengthMm: Math.max(...p.sizeMm), directionDeg: 0 },
        chance: null,
      })),
    ),
  ];
  const pairs = all.flatMap((a, i) =>
    all.slice(i + 1).flatMap((b) => {
      const mm = Math.hypot(a.at.x - b.at.x, a.at.y - b.at.y);
      if (mm < NEAREST_MM || mm > FURTHEST_MM || !alike(a, b)) return [];
      const deg = toDegrees(Math.atan2(b.at.y - a.at.y, b.at.x - a.at.x));
      return [{ a, b, mm, deg, middle: middleOf(a.at, b.at) }];
    }),
  );
  let best: { readonly pairs: typeof pairs; readonly deg: number } | null = null;
  for (const p of pairs) {
    const own = pairs.filter(
      (q) =>
        turnBetween(q.deg, p.deg) < ONE_WAY_DEG &&
        Math.abs(along(q.middle, p.deg) - along(p.middle, p.deg)) < ONE_AXIS_MM &&
        Math.abs(across(q.a.at, p.deg) - across(p.a.at, p.deg)) < FURTHEST_MM / 2,
    );
    if (own.length >= LEAST_PAIRS && (!best || own.length > best.pairs.length))
      best = { pairs: own, deg: p.deg };
  }
  if (!best) return null;
  // The pair furthest apart tells the way best.
  const [wide] = [...best.pairs].sort((p, q) => q.mm - p.mm);
  const middles = best.pairs.map((p) => p.middle);
  const mean = (pick: (m: BoardPoint) => number): number =>
    middles.reduce((sum, m) => sum + pick(m), 0) / middles.length;
  return {
    middle: boardPoint(
      mean((m) => m.x),
      mean((m) => m.y),
    ),
    directionDeg: wide?.deg ?? best.deg,
    pads: [],
  };
}
