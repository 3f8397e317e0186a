import type { Projective, XY } from './projective';
import { project, similarity } from './projective';

export interface PointPair {
  readonly from: XY;
  readonly to: XY;
  /** How much it counts, above 0; 1 where it is left out. One over the variance makes the fit the likeliest one. */
  readonly weight?: number;
}

export interface SimilarityFit {
  readonly map: Projective;
  readonly scale: number;
  /** Radians, clockwise on the screen. */
  readonly angle: number;
  /** Distance of each pair from where the map puts it, in the units of `to`. */
  readonly residuals: readonly number[];
  readonly rms: number;
}

export type SimilarityVerdict =
  | { readonly ok: true; readonly fit: SimilarityFit }
  | { readonly ok: false; readonly code: 'too-few' | 'same-place'; readonly message: string };

/**
 * Least squares similarity from pairs (Umeyama 1991, the plane case in closed form): turn, scale and shift, mirrored where asked.
 * With `scale` given it is a rigid map at that scale (Kabsch 1976). Refuses fewer than two pairs and pairs that all lie in one place.
 */
export function fitSimilarity(
  pairs: readonly PointPair[],
  {
    mirrored = false,
    scale: fixed = null,
  }: { readonly mirrored?: boolean; readonly scale?: number | null } = {},
): SimilarityVerdict {
  const n = pairs.length;
  if (n < 2)
    return { ok: false, code: 'too-few', message: 'Two landmarks at least are wanted on both pictures' };
  const flip = mirrored ? -1 : 1;
  const from = pairs.map((p) => ({ x: flip * p.from.x, y: p.from.y }));
  const weights = pairs.map((p) => p.weight ?? 1);
  const total = weights.reduce((t, w) => t + w, 0);
  const mean = (list: readonly XY[]): XY => ({
    x: list.reduce((s, p, i) => s + (weights[i] ?? 1) * p.x, 0) / total,
    y: list.reduce((s, p, i) => s + (weights[i] ?? 1) * p.y, 0) / total,
  });
  const a = mean(from);
  const b = mean(pairs.map((p) => p.to));
  let dot = 0;
  let cross = 0;
  let spread = 0;
  for (const [i, p] of from.entries()) {
    const q = pairs[i]?.to ?? b;
    const w = weights[i] ?? 1;
    const [ux, uy, vx, vy] = [p.x - a.x, p.y - a.y, q.x - b.x, q.y - b.y];
    dot += w * (ux * vx + uy * vy);
    cross += w * (ux * vy - uy * vx);
    spread += w * (ux * ux + uy * uy);
  }
  if (!(spread > 1e-12) || !(Math.hypot(dot, cross) > 0))
    return { ok: false, code: 'same-place', message: 'The landmarks lie in one place; take some far apart' };
  const angle = Math.atan2(cross, dot);
  const scale = fixed ?? Math.hypot(dot, cross) / spread;
  const turned = similarity(scale, angle, 0, 0);
  const moved = project(turned, a);
  const map = similarity(scale, angle, b.x - moved.x, b.y - moved.y, flip);
  const residuals = pairs.map((p) => {
    const q = project(map, p.from);
    return Math.hypot(q.x - p.to.x, q.y - p.to.y);
  });
  return {
    ok: true,
    fit: { map, scale, angle, residuals, rms: Math.sqrt(residuals.reduce((s, r) => s + r * r, 0) / n) },
  };
}
