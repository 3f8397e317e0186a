import type { BoardPoint } from '../geometry/point';
import { boardPoint } from '../geometry/point';

/** Length of a polyline, mm. */
export function lineLengthMm(points: readonly BoardPoint[]): number {
  return points
    .slice(1)
    .reduce((sum, p, i) => sum + Math.hypot(p.x - (points[i]?.x ?? p.x), p.y - (points[i]?.y ?? p.y)), 0);
}

/** The place at a distance along a polyline, and the way it runs there, degrees; held at its ends. `null` for no points. */
export function alongLine(
  points: readonly BoardPoint[],
  atMm: number,
): { readonly at: BoardPoint; readonly directionDeg: number } | null {
  let left = Math.max(0, atMm);
  for (let i = 0; i + 1 < points.length; i += 1) {
    const [a, b] = [points[i], points[i + 1]];
    if (!a || !b) break;
    const length = Math.hypot(b.x - a.x, b.y - a.y);
    if (left <= length || i + 2 === points.length) {
      const t = length > 0 ? Math.min(1, left / length) : 0;
      return {
        at: boardPoint(a.x + (b.x - a.x) * t, a.y + (b.y - a.y) * t),
        directionDeg: (Math.atan2(b.y - a.y, b.x - a.x) * 180) / Math.PI,
      };
    }
    left -= length;
  }
  const [only] = points;
  return only ? { at: only, directionDeg: 0 } : null;
}

/** Nearest place of a polyline: how far off, and how far along. `Infinity` off where there are no points. */
export function nearestOnLine(
  points: readonly BoardPoint[],
  p: BoardPoint,
): { readonly offMm: number; readonly atMm: number } {
  let best = { offMm: points[0] ? Math.hypot(p.x - points[0].x, p.y - points[0].y) : Infinity, atMm: 0 };
  let run = 0;
  for (const [i, b] of points.slice(1).entries()) {
    const a = points[i] ?? b;
    const [dx, dy] = [b.x - a.x, b.y - a.y];
    const length = Math.hypot(dx, dy);
    const t =
      length > 0 ? Math.min(1, Math.max(0, ((p.x - a.x) * dx + (p.y - a.y) * dy) / (length * length))) : 0;
    const offMm = Math.hypot(p.x - a.x - t * dx, p.y - a.y - t * dy);
    if (offMm < best.offMm) best = { offMm, atMm: run + t * length };
    run += length;
  }
  return best;
}
