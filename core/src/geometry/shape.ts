import type { XY } from './projective';

/** What stands in a wire's way, mm. A box is turned by `deg`, 0 to the right, 90 down; a polygon is closed by itself. */
export type Shape =
  | { readonly kind: 'disc'; readonly at: XY; readonly radius: number }
  | {
      readonly kind: 'box';
      readonly at: XY;
      readonly width: number;
      readonly height: number;
      readonly deg: number;
    }
  | { readonly kind: 'polygon'; readonly points: readonly XY[] };

export interface Bounds {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** Corners of a box or polygon in order; none for a disc. */
export function cornersOf(shape: Shape): readonly XY[] {
  if (shape.kind === 'polygon') return shape.points;
  if (shape.kind === 'disc') return [];
  const a = (shape.deg * Math.PI) / 180;
  const [c, s] = [Math.cos(a), Math.sin(a)];
  return [
    [-1, -1],
    [1, -1],
    [1, 1],
    [-1, 1],
  ].map(([u = 0, v = 0]) => {
    const [x, y] = [(u * shape.width) / 2, (v * shape.height) / 2];
    return { x: shape.at.x + x * c - y * s, y: shape.at.y + x * s + y * c };
  });
}

export function boundsOf(points: readonly XY[]): Bounds {
  return {
    left: Math.min(...points.map((p) => p.x)),
    top: Math.min(...points.map((p) => p.y)),
    right: Math.max(...points.map((p) => p.x)),
    bottom: Math.max(...points.map((p) => p.y)),
  };
}

export function shapeBounds(shape: Shape): Bounds {
  if (shape.kind !== 'disc') return boundsOf(cornersOf(shape));
  const { at, radius } = shape;
  return { left: at.x - radius, top: at.y - radius, right: at.x + radius, bottom: at.y + radius };
}

/** Distance of a point from a stretch, mm. */
export function pointToStretch(p: XY, a: XY, b: XY): number {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const squared = dx * dx + dy * dy;
  const t = squared > 0 ? Math.min(1, Math.max(0, ((p.x - a.x) * dx + (p.y - a.y) * dy) / squared)) : 0;
  return Math.hypot(p.x - a.x - t * dx, p.y - a.y - t * dy);
}

const side = (a: XY, b: XY, p: XY): number => (b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x);

/** Whether two stretches cross in their middles; touching at an end is no crossing. */
export function stretchesCross(a: XY, b: XY, c: XY, d: XY): boolean {
  return side(a, b, c) * side(a, b, d) < 0 && side(c, d, a) * side(c, d, b) < 0;
}

function isInside(p: XY, points: readonly XY[]): boolean {
  let inside = false;
  for (let i = 0, j = points.length - 1; i < points.length; j = i, i += 1) {
    const [a, b] = [points[i] as XY, points[j] as XY];
    if (a.y > p.y !== b.y > p.y && p.x < ((b.x - a.x) * (p.y - a.y)) / (b.y - a.y) + a.x) inside = !inside;
  }
  return inside;
}

/** Distance of a point from a shape, mm; 0 inside. */
export function pointToShape(p: XY, shape: Shape): number {
  if (shape.kind === 'disc')
    return Math.max(0, Math.hypot(p.x - shape.at.x, p.y - shape.at.y) - shape.radius);
  const corners = cornersOf(shape);
  if (isInside(p, corners)) return 0;
  return Math.min(...corners.map((c, i) => pointToStretch(p, c, corners[(i + 1) % corners.length] as XY)));
}

/** Least distance between a stretch and a shape, mm; 0 where it enters. */
export function stretchToShape(a: XY, b: XY, shape: Shape): number {
  if (shape.kind === 'disc') return Math.max(0, pointToStretch(shape.at, a, b) - shape.radius);
  const corners = cornersOf(shape);
  if (isInside(a, corners) || isInside(b, corners)) return 0;
  let least = Infinity;
  for (const [i, c] of corners.entries()) {
    const d = corners[(i + 1) % corners.length] as XY;
    if (stretchesCross(a, b, c, d)) return 0;
    least = Math.min(
      least,
      pointToStretch(a, c, d),
      pointToStretch(b, c, d),
      pointToStretch(c, a, b),
      pointToStretch(d, a, b),
    );
  }
  return least;
}
