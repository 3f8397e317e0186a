import { fitSimilarity } from '../geometry/fit-similarity';
import { bestAssignment } from '../inquiry/assignment';
import type { PackedPattern } from './packed-pattern';
import type { PartLibrary } from './part-library';
import type { RoughPlacement } from './place-pattern';
import { kindCost, STRAY_COST } from './place-pattern';

/** The pattern laid on a part: which land explains which feature, and the rigid map between them. */
export interface Placement {
  /** Features (turned over where `mirrored`) onto the part: `x' = cos x - sin y + dx`, `y' = sin x + cos y + dy`. */
  readonly cos: number;
  readonly sin: number;
  readonly dx: number;
  readonly dy: number;
  readonly mirrored: boolean;
  /** Land of each feature, counted within the part; -1 for a stray. */
  readonly lands: readonly number[];
  /** What is left between each feature and its land, in the part's frame, mm; 0 for strays. */
  readonly offX: readonly number[];
  readonly offY: readonly number[];
}

type Pose = Pick<RoughPlacement, 'cos' | 'sin' | 'dx' | 'dy'>;

/** Which land explains which feature in a pose: each land once, strays at their own cost (bipartite, Jonker and Volgenant). */
function assign(library: PartLibrary, k: number, seen: PackedPattern, pose: Pose): number[] {
  const from = library.start[k] as number;
  const n = seen.x.length;
  const m = (library.start[k + 1] as number) - from;
  const near: number[] = [];
  const table = new Float64Array(n * m).fill(STRAY_COST);
  const touched = new Set<number>();
  for (let o = 0; o < n; o += 1) {
    const px = pose.cos * (seen.x[o] as number) - pose.sin * (seen.y[o] as number) + pose.dx;
    const py = pose.sin * (seen.x[o] as number) + pose.cos * (seen.y[o] as number) + pose.dy;
    const per = 1 / (2 * (seen.sigma[o] as number) ** 2);
    for (let l = 0; l < m; l += 1) {
      const ex = px - (library.x[from + l] as number);
      const ey = py - (library.y[from + l] as number);
      const c = (ex * ex + ey * ey) * per;
      if (c >= STRAY_COST) continue;
      const whole = c + kindCost(seen.code[o] as number, library.code[from + l] as number);
      if (whole >= STRAY_COST) continue;
      table[o * m + l] = whole;
      touched.add(l);
    }
  }
  near.push(...touched);
  const columns = near.length + n;
  const costs = new Float64Array(n * columns).fill(STRAY_COST);
  for (let o = 0; o < n; o += 1)
    near.forEach((l, c) => void (costs[o * columns + c] = table[o * m + l] as number));
  const found = bestAssignment({ rows: n, columns, costs });
  return Array.from({ length: n }, (_, o) => {
    const c = found?.columns[o] ?? columns;
    const l = near[c];
    return l !== undefined && (costs[o * columns + c] as number) < STRAY_COST ? l : -1;
  });
}

/**
 * Settles a rough placement: assigns features to lands, lays the pattern by weighted least squares (Kabsch), and again until the
 * assignment stands. `null` when fewer than two features find a land.
 */
export function settlePlacement(
  library: PartLibrary,
  k: number,
  seen: PackedPattern,
  rough: Pose,
): Placement | null {
  const from = library.start[k] as number;
  let pose = rough;
  let lands: number[] = [];
  for (let round = 0; round < 6; round += 1) {
    const next = assign(library, k, seen, pose);
    const same = next.every((l, o) => l === lands[o]);
    if (round > 0 && same) break;
    lands = next;
    const pairs = lands.flatMap((l, o) =>
      l < 0
        ? []
        : [
            {
              from: { x: seen.x[o] as number, y: seen.y[o] as number },
              to: { x: library.x[from + l] as number, y: library.y[from + l] as number },
              weight: 1 / (seen.sigma[o] as number) ** 2,
            },
          ],
    );
    const fit = fitSimilarity(pairs, { scale: 1 });
    if (!fit.ok) return null;
    const [cos, , dx, sin, , dy] = fit.fit.map;
    pose = { cos, sin, dx, dy };
  }
  const off = lands.map((l, o) => {
    if (l < 0) return { x: 0, y: 0 };
    const [x, y] = [seen.x[o] as number, seen.y[o] as number];
    return {
      x: pose.cos * x - pose.sin * y + pose.dx - (library.x[from + l] as number),
      y: pose.sin * x + pose.cos * y + pose.dy - (library.y[from + l] as number),
    };
  });
  return {
    cos: pose.cos,
    sin: pose.sin,
    dx: pose.dx,
    dy: pose.dy,
    mirrored: seen.mirrored,
    lands,
    offX: off.map((p) => p.x),
    offY: off.map((p) => p.y),
  };
}

/** Degrees the pattern is turned by, -180 to 180. */
export const turnDeg = (p: Pick<Placement, 'cos' | 'sin'>): number =>
  (Math.atan2(p.sin, p.cos) * 180) / Math.PI;

/** Placements that are not the same pose twice, best first, at most `most`. */
export function settledPlacements(
  library: PartLibrary,
  k: number,
  seen: PackedPattern,
  rough: readonly RoughPlacement[],
  most: number,
): Placement[] {
  const found: Placement[] = [];
  const tried: RoughPlacement[] = [];
  for (const r of rough) {
    if (found.length >= most) break;
    const alike = tried.some(
      (t) => t.cos * r.cos + t.sin * r.sin > 0.97 && Math.hypot(t.dx - r.dx, t.dy - r.dy) < 0.6,
    );
    if (alike) continue;
    tried.push(r);
    const settled = settlePlacement(library, k, seen, r);
    if (settled && !found.some((f) => f.lands.every((l, o) => l === settled.lands[o]))) found.push(settled);
  }
  return found;
}
