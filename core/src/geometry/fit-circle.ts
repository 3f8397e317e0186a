import { Matrix, solve } from 'ml-matrix';
import type { XY } from './projective';

export interface CircleFit {
  readonly centre: XY;
  readonly radius: number;
  /** Root mean square distance of the points from the circle. */
  readonly rms: number;
}

/**
 * The circle through points on a rim, least squares: algebraic start (Kasa 1976), then Gauss-Newton on the distances.
 * `null` for fewer than three points or points on a line.
 */
export function fitCircle(points: readonly XY[]): CircleFit | null {
  if (points.length < 3) return null;
  const mx = points.reduce((s, p) => s + p.x, 0) / points.length;
  const my = points.reduce((s, p) => s + p.y, 0) / points.length;
  const local = points.map((p) => ({ x: p.x - mx, y: p.y - my }));
  const far = Math.max(...local.map((p) => Math.hypot(p.x, p.y)));
  if (!(far > 0)) return null;
  const u = local.map((p) => ({ x: p.x / far, y: p.y / far }));
  // Points on a line: their spread across it is nothing against their spread along it.
  const [sxx, sxy, syy] = u.reduce<[number, number, number]>(
    (s, p) => [s[0] + p.x * p.x, s[1] + p.x * p.y, s[2] + p.y * p.y],
    [0, 0, 0],
  );
  if (sxx * syy - sxy * sxy < 1e-8 * (sxx + syy) ** 2) return null;
  let [a, b, c] = solve(
    new Matrix(u.map((p) => [2 * p.x, 2 * p.y, 1])),
    new Matrix(u.map((p) => [p.x ** 2 + p.y ** 2])),
    true,
  ).getColumn(0) as [number, number, number];
  let r = Math.sqrt(c + a * a + b * b);
  if (!Number.isFinite(r) || r > 1e3) return null;
  for (let round = 0; round < 20; round += 1) {
    const rows = u.map((p) => {
      const d = Math.hypot(p.x - a, p.y - b) || 1e-12;
      return { j: [(a - p.x) / d, (b - p.y) / d, -1], miss: r - d };
    });
    const step = solve(
      new Matrix(rows.map((x) => x.j)),
      new Matrix(rows.map((x) => [x.miss])),
      true,
    ).getColumn(0);
    [a, b, r] = [a + (step[0] ?? 0), b + (step[1] ?? 0), r + (step[2] ?? 0)];
    c = Math.hypot(...step);
    if (c < 1e-12) break;
  }
  if (![a, b, r].every(Number.isFinite) || !(r > 0) || r > 1e3) return null;
  const rms = Math.sqrt(u.reduce((s, p) => s + (Math.hypot(p.x - a, p.y - b) - r) ** 2, 0) / u.length);
  return { centre: { x: mx + a * far, y: my + b * far }, radius: r * far, rms: rms * far };
}
