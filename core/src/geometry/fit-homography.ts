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

/** A known distance between two places of `to`, in the units of `from`, and how well it is known. */
export interface KnownSpan {
  readonly a: XY;
  readonly b: XY;
  readonly length: number;
  readonly sigma: number;
}

/** What a camera's tilt usually does, shares, one standard deviation each. */
export interface UsualTilt {
  /** How much nearer or farther a unit of `from` brings the scene. */
  readonly perspective: number;
  /** How much lengths of one direction are stretched over those across them. */
  readonly skew: number;
}

/** What holds a fit beside its pairs. */
interface Holds {
  /** Known distances, in units of the fit. */
  readonly spans: readonly KnownSpan[];
  /** Noise of one coordinate of a pair, in units of the fit. */
  readonly noise: number;
  /** Noise of the pairs over what is usual of perspective and of skew; `null` where they are free. */
  readonly usual: { readonly perspective: number; readonly skew: number } | null;
}

const STEP = 1e-6;

/** How far a known span is off, its ends being as uncertain as the pairs; and how that answers to each free entry. */
function spanRow(h: readonly number[], span: KnownSpan, noise: number): { miss: number; row: number[] } {
  const lengthBy = (m: readonly number[]): number => {
    const back = inverse(asProjective(m));
    const [p, q] = [project(back, span.a), project(back, span.b)];
    return Math.hypot(q.x - p.x, q.y - p.y);
  };
  const now = lengthBy(h);
  const across = Math.hypot(span.b.x - span.a.x, span.b.y - span.a.y);
  // Both ends were clicked: their noise along the span, in the units of the length, beside the length's own.
  const weight = noise / Math.hypot(span.sigma, (Math.SQRT2 * noise * now) / across);
  const row = Array.from({ length: 8 }, (_, i) => {
    const moved = h.map((v, k) => (k === i ? v + STEP : v));
    return (weight * (lengthBy(moved) - now)) / STEP;
  });
  return { miss: weight * (span.length - now), row };
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

/** How much a map stretches rows over columns, and one diagonal over the other, in the middle of its pairs; shares. */
function skewOf(h: readonly number[]): readonly [number, number] {
  const [a, b, x, c, d, y, right, down] = h as unknown as Projective;
  // Derivatives in the middle, where the denominator is 1.
  const [xx, xy, yx, yy] = [a - x * right, b - x * down, c - y * right, d - y * down];
  const [rows, columns] = [xx * xx + yx * yx, xy * xy + yy * yy];
  return [(rows - columns) / (2 * (rows + columns)), (xx * xy + yx * yy) / (rows + columns)];
}

/** What holds perspective and skew near 0: how far off each is, and how it answers to each free entry. */
function usualRows(
  h: readonly number[],
  usual: NonNullable<Holds['usual']>,
): { miss: number; row: number[] }[] {
  const skew = skewOf(h);
  const steps = Array.from({ length: 8 }, (_, i) => skewOf(h.map((v, k) => (k === i ? v + STEP : v))));
  return [
    ...[6, 7].map((at) => ({
      miss: -usual.perspective * (h[at] ?? 0),
      row: steps.map((_, i) => (i === at ? usual.perspective : 0)),
    })),
    ...([0, 1] as const).map((n) => ({
      miss: -usual.skew * skew[n],
      row: steps.map((moved) => (usual.skew * (moved[n] - skew[n])) / STEP),
    })),
  ];
}

/** What holds a fit beside its pairs: spans, and what is usual. */
const holdRows = (
  h: readonly number[],
  { spans, noise, usual }: Holds,
): { miss: number; row: number[] }[] => [
  ...spans.map((span) => spanRow(h, span, noise)),
  ...(usual ? usualRows(h, usual) : []),
];

const rowsOf = (h: readonly number[], unit: readonly PointPair[], holds: Holds): Matrix =>
  new Matrix([...sensitivities(h, unit).to2DArray(), ...holdRows(h, holds).map((r) => r.row)]);

/** Gauss-Newton on the distances in `to`; `null` where it does not come to an end. */
function solve(begin: readonly number[], unit: readonly PointPair[], holds: Holds): number[] | null {
  let h = [...begin];
  for (let round = 0; round < 12; round += 1) {
    const miss = unit.flatMap((p) => {
      const q = project(asProjective(h), p.from);
      return [[p.to.x - q.x], [p.to.y - q.y]];
    });
    for (const hold of holdRows(h, holds)) miss.push([hold.miss]);
    const step = pseudoInverse(rowsOf(h, unit, holds))
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

function isLoose(h: readonly number[], unit: readonly PointPair[], holds: Holds, usual: number): boolean {
  const j = rowsOf(h, unit, holds);
  const covariance = pseudoInverse(j.transpose().mmul(j)).mul(holds.noise ** 2);
  return Math.max(covariance.get(6, 6), covariance.get(7, 7)) > (LOOSE * usual) ** 2;
}

/**
 * The plane projective map that carries `from` to `to` best: normalised direct linear transformation (Hartley and Zisserman,
 * Multiple View Geometry, 2nd ed., algorithm 4.2), then Gauss-Newton on the distances in `to`. `sigma` is the standard deviation
 * of one coordinate of `to`. Refuses fewer than four pairs, and pairs without four points of which no three lie on a line.
 * @param spans known distances between places of `to`, weighed with the pairs
 * @param usual what is usual of the camera's tilt: where the pairs tell that poorly, as a small rectangle does, the map is held to it (least
 * squares with a prior); `null` leaves it free
 */
export function fitHomography(
  pairs: readonly PointPair[],
  sigma: number,
  {
    usual = null,
    spans = [],
  }: { readonly usual?: UsualTilt | null; readonly spans?: readonly KnownSpan[] } = {},
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
  const noise = sigma * n2[0];
  const known = spans.map((k) => ({
    a: project(n2, k.a),
    b: project(n2, k.b),
    length: k.length * n1[0],
    sigma: k.sigma * n1[0],
  }));
  const free: Holds = { spans: known, noise, usual: null };
  const solved = solve(h, unit, free);
  if (!solved) return line;
  h = solved;
  // In the units of the fit: a unit of `from` is `n1[0]` long there.
  const perspective = usual === null ? null : usual.perspective / n1[0];
  const holds: Holds =
    usual !== null && perspective !== null && isLoose(h, unit, { ...free, spans: [] }, perspective)
      ? { ...free, usual: { perspective: noise / perspective, skew: noise / usual.skew } }
      : free;
  if (holds.usual !== null) {
    const tame = solve([...h.slice(0, 6), 0, 0, 1], unit, holds);
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
  const spare = 2 * pairs.length - 8;
  const seen = spare >= 4 ? Math.sqrt(square / spare) : 0;
  const spread = Math.max(sigma, seen);
  const j = rowsOf(h, unit, holds);
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
