import type { PackedPattern } from './packed-pattern';
import { GRID_REACH_MM } from './land-grid';
import type { PartLibrary } from './part-library';
import { ROLE_UNKNOWN, SURFACE, THROUGH } from './part-library';

/** Cost of a feature that no land explains, nats: a stray mark about once in a thousand (common practice). */
export const STRAY_COST = 7;
/** Contact taken for a leg or the other way round: a wide ground pad, a numbered shield. */
const ROLE_COST = 2.5;
/** A peg taken for a leg, or the other way round: metal in the hole or none. */
const PEG_COST = 3.5;

/** What it costs to take a feature for a land, nats; `STRAY_COST` when it cannot be. */
export function kindCost(feature: number, land: number): number {
  if ((feature & land & (SURFACE | THROUGH)) === 0) return STRAY_COST;
  const a = feature & 3;
  const b = land & 3;
  if (a === b || a === ROLE_UNKNOWN) return 0;
  return a === 2 || b === 2 ? PEG_COST : ROLE_COST;
}

/** Features onto lands: `x' = cos x - sin y + dx`, `y' = sin x + cos y + dy`. */
export interface RoughPlacement {
  readonly cos: number;
  readonly sin: number;
  readonly dx: number;
  readonly dy: number;
  /** Nats, lower is better. */
  readonly cost: number;
}

/** A placement by two features leaves the others further off than their own noise; this much, in its squares. */
const LOOSER = 2.5;
/** Placements that leave more than this share of the features unexplained are not kept. */
const MOST_STRAY = 0.55;

const COSTS = new Float64Array(256);
for (let f = 0; f < 16; f += 1) for (let l = 0; l < 16; l += 1) COSTS[f * 16 + l] = kindCost(f, l);

/**
 * Ways in which part `k` of a library may lie under the pattern: each of the pattern's base pairs is laid on every pair of lands as far apart and of
 * fitting kinds, and judged by what it leaves of the other features. Those within `slack` nats of the best are given, best first.
 * @param bound placements that cost this much are not looked for; without it, those that leave over half of the features unexplained
 */
export function roughPlacements(
  library: PartLibrary,
  k: number,
  seen: PackedPattern,
  slack: number,
  bound = Infinity,
  bases: PackedPattern['bases'] = seen.bases,
): RoughPlacement[] {
  const from = library.start[k] as number;
  const to = library.start[k + 1] as number;
  const { x: lx, y: ly, code: lc } = library;
  const { x, y, sigma, code, order } = seen;
  const n = x.length;
  const per = sigma.map((s) => 1 / (2 * LOOSER * s * s));
  let best = Number.isFinite(bound) ? bound : n * STRAY_COST * MOST_STRAY;
  const kept: RoughPlacement[] = [];
  const { grids } = library;
  const { bits } = grids;
  const [gx, gy, gPer] = [grids.x0[k] as number, grids.y0[k] as number, grids.perMm[k] as number];
  const [wide, high, base] = [grids.columns[k] as number, grids.rows[k] as number, grids.start[k] as number];
  // The grid's reach must be no shorter than what a spread lets a land explain.
  const coarse = sigma.every((s) => 2 * LOOSER * s * s * STRAY_COST <= GRID_REACH_MM ** 2);
  for (const [a, b] of bases) {
    const ax = x[a] as number;
    const ay = y[a] as number;
    const bx = x[b] as number;
    const by = y[b] as number;
    const d = Math.hypot(bx - ax, by - ay);
    const wobble = 3.5 * Math.hypot(sigma[a] as number, sigma[b] as number) + 0.02;
    const near = d > wobble ? (d - wobble) ** 2 : 0;
    const far = (d + wobble) ** 2;
    const ca = (code[a] as number) * 16;
    const cb = (code[b] as number) * 16;
    for (let i = from; i < to; i += 1) {
      if ((COSTS[ca + (lc[i] as number)] as number) >= STRAY_COST) continue;
      const ix = lx[i] as number;
      const iy = ly[i] as number;
      for (let j = from; j < to; j += 1) {
        const ux = (lx[j] as number) - ix;
        const uy = (ly[j] as number) - iy;
        const apart = ux * ux + uy * uy;
        if (apart < near || apart > far || i === j) continue;
        if ((COSTS[cb + (lc[j] as number)] as number) >= STRAY_COST) continue;
        const long = Math.sqrt(apart) * d;
        const cos = ((bx - ax) * ux + (by - ay) * uy) / long;
        const sin = ((bx - ax) * uy - (by - ay) * ux) / long;
        const mx = (ax + bx) / 2;
        const my = (ay + by) / 2;
        const dx = ix + ux / 2 - cos * mx + sin * my;
        const dy = iy + uy / 2 - sin * mx - cos * my;
        // The two features lie where they were laid, but for half of what their distance is off by.
        const stretch = (d - Math.sqrt(apart)) / 2;
        let cost =
          stretch * stretch * (per[a] as number) +
          stretch * stretch * (per[b] as number) +
          (COSTS[ca + (lc[i] as number)] as number) +
          (COSTS[cb + (lc[j] as number)] as number);
        const limit = best + slack;
        if (coarse) {
          // A first look at the grid: what lies far from every land is a stray, whatever the rest turns out to be.
          let strays = cost;
          for (let q = 0; q < n && strays <= limit; q += 1) {
            const o = order[q] as number;
            const px = cos * (x[o] as number) - sin * (y[o] as number) + dx;
            const py = sin * (x[o] as number) + cos * (y[o] as number) + dy;
            const c = Math.floor((px - gx) * gPer);
            const r = Math.floor((py - gy) * gPer);
            const bit = r * wide + c;
            const set =
              c >= 0 &&
              r >= 0 &&
              c < wide &&
              r < high &&
              ((bits[base + (bit >> 3)] as number) >> (bit & 7)) & 1;
            if (!set) strays += STRAY_COST;
          }
          if (strays > limit) continue;
        }
        for (let q = 0; q < n && cost <= limit; q += 1) {
          const o = order[q] as number;
          if (o === a || o === b) continue;
          const px = cos * (x[o] as number) - sin * (y[o] as number) + dx;
          const py = sin * (x[o] as number) + cos * (y[o] as number) + dy;
          const po = per[o] as number;
          const co = (code[o] as number) * 16;
          let least = STRAY_COST;
          for (let l = from; l < to; l += 1) {
            const ex = px - (lx[l] as number);
            const ey = py - (ly[l] as number);
            const c = (ex * ex + ey * ey) * po;
            if (c < least) {
              const whole = c + (COSTS[co + (lc[l] as number)] as number);
              if (whole < least) least = whole;
            }
          }
          cost += least;
        }
        if (cost > limit) continue;
        if (cost < best) best = cost;
        kept.push({ cos, sin, dx, dy, cost });
      }
    }
  }
  return kept.filter((p) => p.cost <= best + slack).sort((p, q) => p.cost - q.cost);
}
