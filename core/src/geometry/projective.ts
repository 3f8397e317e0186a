/** A plane projective map, row by row; the last entry need not be 1. */
export type Projective = readonly [number, number, number, number, number, number, number, number, number];

export interface XY {
  readonly x: number;
  readonly y: number;
}

/** The image of a point; places beyond the horizon come out as very large numbers, never NaN for finite input off the horizon. */
export function project(m: Projective, { x, y }: XY): XY {
  const w = m[6] * x + m[7] * y + m[8];
  return { x: (m[0] * x + m[1] * y + m[2]) / w, y: (m[3] * x + m[4] * y + m[5]) / w };
}

/** `a` after `b`. */
export function compose(a: Projective, b: Projective): Projective {
  const at = (r: number, c: number): number =>
    (a[3 * r] ?? 0) * (b[c] ?? 0) +
    (a[3 * r + 1] ?? 0) * (b[3 + c] ?? 0) +
    (a[3 * r + 2] ?? 0) * (b[6 + c] ?? 0);
  return [at(0, 0), at(0, 1), at(0, 2), at(1, 0), at(1, 1), at(1, 2), at(2, 0), at(2, 1), at(2, 2)];
}

/** Throws RangeError for a map that squashes the plane. */
export function inverse(m: Projective): Projective {
  const [a, b, c, d, e, f, g, h, i] = m;
  const A = e * i - f * h;
  const B = f * g - d * i;
  const C = d * h - e * g;
  const det = a * A + b * B + c * C;
  if (!(Math.abs(det) > 0) || !Number.isFinite(det))
    throw new RangeError('the map squashes the plane; it has no inverse');
  return [
    A / det,
    (c * h - b * i) / det,
    (b * f - c * e) / det,
    B / det,
    (a * i - c * g) / det,
    (c * d - a * f) / det,
    C / det,
    (b * g - a * h) / det,
    (a * e - b * d) / det,
  ];
}

/** How a small step at a point is stretched: the 2 x 2 derivative, row by row. */
export function derivative(m: Projective, p: XY): readonly [number, number, number, number] {
  const w = m[6] * p.x + m[7] * p.y + m[8];
  const q = project(m, p);
  return [(m[0] - q.x * m[6]) / w, (m[1] - q.x * m[7]) / w, (m[3] - q.y * m[6]) / w, (m[4] - q.y * m[7]) / w];
}

/** Turns by `angle` (radians, clockwise on the screen), scales, then shifts. A negative `flip` mirrors left and right first. */
export function similarity(
  scale: number,
  angle: number,
  dx: number,
  dy: number,
  flip: 1 | -1 = 1,
): Projective {
  const c = scale * Math.cos(angle);
  const s = scale * Math.sin(angle);
  return [flip * c, -s, dx, flip * s, c, dy, 0, 0, 1];
}
