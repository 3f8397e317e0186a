import { EVD, Matrix, pseudoInverse, SVD } from 'ml-matrix';
import type { PointPair } from './fit-similarity';
import type { Projective, XY } from './projective';
import { compose, inverse, project } from './projective';

export interface HomographyFit {
  readonly map: Projective;
  /** Distance of each pair from where the map puts it, in the units of `to`. */
  readonly residuals: readonly number[];
  readonly rms: number;
  /** Standard deviation of one coordinate of `to`: as given, or as the residuals show where that is more. */
  readonly sigma: number;
  /** Steps of one standard deviation in independent directions: add one to the map to see what it would do. */
  readonly wobbles: readonly Projective[];
}

export type HomographyVerdict =
  | { readonly ok: true; readonly fit: HomographyFit }
  | { readonly ok: false; readonly code: 'too-few' | 'on-a-line'; readonly message: string };

const asProjective = (m: readonly number[]): Projective => m as unknown as Projective;

/** Moves the centre of gravity to the origin and the mean distance from it to the square root of 2 (Hartley 1997). */
function normaliser(points: readonly XY[]): Projective | null {
  const n = points.length;
  const x = points.reduce((s, p) => s + p.x, 0) / n;
  const y = points.reduce((s, p) => s + p.y, 0) / n;
  const far = points.reduce((s, p) => s + Math.hypot(p.x - x, p.y - y), 0) / n;
  if (!(far > 0)) return null;
  const k = Math.SQRT2 / far;
  return [k, 0, -k * x, 0, k, -k * y, 0, 0, 1];
}

/** Twice the area of the triangle, against the square of its longest side: 0 for three points on a line. */
function flatness(a: XY, b: XY, c: XY): number {
  const area = Math.abs((b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x));
  const side = Math.max(
    Math.hypot(b.x - a.x, b.y - a.y),
    Math.hypot(c.x - a.x, c.y - a.y),
    Math.hypot(c.x - b.x, c.y - b.y),
  );
  return side > 0 ? area / (side * side) : 0;
}

/** Whether some four of the points stand with no three of them on a line: what a homography needs. */
function spansPlane(points: readonly XY[]): boolean {
  const flat = 0.02;
  const [a] = points;
  if (!a) return false;
  const ok = (...t: readonly [XY, XY, XY]): boolean => flatness(...t) > flat;
  for (const b of points)
    for (const c of points) {
      if (!ok(a, b, c)) continue;
      for (const d of points) if (ok(a, b, d) && ok(a, c, d) && ok(b, c, d)) return true;
    }
  return false;
}

function directLinear(pairs: readonly PointPair[]): number[] {
  const rows = pairs.flatMap(({ from: { x, y }, to: { x: u, y: v } }) => [
    [-x, -y, -1, 0, 0, 0, u * x, u * y, u],
    [0, 0, 0, -x, -y, -1, v * x, v * y, v],
  ]);
  // A ninth row of zeros keeps the whole null space of four pairs in sight of the decomposition.
  while (rows.length < 9) rows.push(Array.from({ length: 9 }, () => 0));
  const svd = new SVD(new Matrix(rows), { computeLeftSingularVectors: false, autoTranspose: true });
  return svd.rightSingularVectors.getColumn(8);
}

/** Two rows a pair: derivative of the image by the eight free entries (the ninth held at 1). */
function sensitivities(map: readonly number[], pairs: readonly PointPair[]): Matrix {
  return new Matrix(
    pairs.flatMap(({ from: { x, y } }) => {
      const w = (map[6] ?? 0) * x + (map[7] ?? 0) * y + 1;
      const q = project(asProjective(map), { x, y });
      return [
        [x / w, y / w, 1 / w, 0, 0, 0, (-q.x * x) / w, (-q.x * y) / w],
        [0, 0, 0, x / w, y / w, 1 / w, (-q.y * x) / w, (-q.y * y) / w],
      ];
    }),
  );
}

/** Below the rows of the pairs, what holds the two entries of perspective near 0; the noise of the pairs over what is usual of them. */
function withPrior(rows: Matrix, held: number | null): Matrix {
  if (held === null) return rows;
  return new Matrix([...rows.to2DArray(), [0, 0, 0, 0, 0, 0, held, 0], [0, 0, 0, 0, 0, 0, 0, held]]);
}

/** Gauss-Newton on the distances in `to`; `null` where it does not come to an end. */
function solve(begin: readonly number[], unit: readonly PointPair[], held: number | null): number[] | null {
  let h = [...begin];
  for (let round = 0; round < 12; round += 1) {
    const miss = unit.flatMap((p) => {
      const q = project(asProjective(h), p.from);
      return [[p.to.x - q.x], [p.to.y - q.y]];
    });
    if (held !== null) miss.push([-held * (h[6] ?? 0)], [-held * (h[7] ?? 0)]);
    const step = pseudoInverse(withPrior(sensitivities(h, unit), held))
      .mmul(new Matrix(miss))
      .getColumn(0);
    if (!step.every(Number.isFinite)) return null;
    h = h.map((v, i) => v + (step[i] ?? 0));
    if (Math.hypot(...step) < 1e-12) break;
  }
  return h;
}

/** Perspective is told poorly when the pairs leave this share of what is usual of it open. */
const LOOSE = 0.25;

function isLoose(h: readonly number[], unit: readonly PointPair[], noise: number, usual: number): boolean {
  const j = sensitivities(h, unit);
  const covariance = pseudoInverse(j.transpose().mmul(j)).mul(noise ** 2);
  return Math.max(covariance.get(6, 6), covariance.get(7, 7)) > (LOOSE * usual) ** 2;
}

/**
 * The plane projective map that carries `from` to `to` best: normalised direct linear transformation (Hartley and Zisserman,
 * Multiple View Geometry, 2nd ed., algorithm 4.2), then Gauss-Newton on the distances in `to`. `sigma` is the standard deviation
 * of one coordinate of `to`. Refuses fewer than four pairs, and pairs without four points of which no three lie on a line.
 * @param usualPerspective how much nearer or farther a unit of `from` usually brings the scene, a share, one standard deviation: where the
 * pairs tell that poorly, as a small rectangle does, it is held to what is usual (least squares with a prior); `null` leaves it free
 */
export function fitHomography(
  pairs: readonly PointPair[],
  sigma: number,
  usualPerspective: number | null = null,
): HomographyVerdict {
  if (pairs.length < 4)
    return { ok: false, code: 'too-few', message: 'Four known points at least are wanted' };
  const line = {
    ok: false,
    code: 'on-a-line',
    message: 'The points lie on a line or in one place; take four corners of something wide',
  } as const;
  const n1 = normaliser(pairs.map((p) => p.from));
  const n2 = normaliser(pairs.map((p) => p.to));
  if (!n1 || !n2 || !spansPlane(pairs.map((p) => p.from)) || !spansPlane(pairs.map((p) => p.to))) return line;
  const unit = pairs.map((p) => ({ from: project(n1, p.from), to: project(n2, p.to) }));
  let h = directLinear(unit);
  const last = h[8] ?? 0;
  if (!(Math.abs(last) > 1e-9)) return line;
  h = h.map((v) => v / last);
  const solved = solve(h, unit, null);
  if (!solved) return line;
  h = solved;
  // In the units of the fit: a unit of `from` is `n1[0]` long there.
  const usual = usualPerspective === null ? null : usualPerspective / n1[0];
  const held = usual !== null && isLoose(h, unit, sigma * n2[0], usual) ? (sigma * n2[0]) / usual : null;
  if (held !== null) {
    const tame = solve([...h.slice(0, 6), 0, 0, 1], unit, held);
    if (!tame) return line;
    h = tame;
  }
  const back = inverse(n2);
  const lift = (m: readonly number[]): Projective => compose(back, compose(asProjective(m), n1));
  const map = lift(h);
  if (!map.every(Number.isFinite)) return line;
  const residuals = pairs.map((p) => {
    const q = project(map, p.from);
    return Math.hypot(q.x - p.to.x, q.y - p.to.y);
  });
  const square = residuals.reduce((s, r) => s + r * r, 0);
  const free = 2 * pairs.length - 8;
  const seen = free >= 4 ? Math.sqrt(square / free) : 0;
  const spread = Math.max(sigma, seen);
  const j = withPrior(sensitivities(h, unit), held);
  const covariance = pseudoInverse(j.transpose().mmul(j)).mul((spread * n2[0]) ** 2);
  const { realEigenvalues, eigenvectorMatrix } = new EVD(covariance, { assumeSymmetric: true });
  const wobbles = realEigenvalues.map((value, k) => {
    const size = Math.sqrt(Math.max(0, value));
    const step = eigenvectorMatrix.getColumn(k).map((v) => v * size);
    const moved = lift(h.map((v, i) => v + (step[i] ?? 0)));
    return asProjective(moved.map((v, i) => v - (map[i] ?? 0)));
  });
  return { ok: true, fit: { map, residuals, rms: Math.sqrt(square / pairs.length), sigma: spread, wobbles } };
}
