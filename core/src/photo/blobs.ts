import type { XY } from '../geometry/projective';
import type { Bitmap } from './morphology';

/** A connected patch of pixels. */
export interface Blob {
  readonly area: number;
  readonly label: number;
  readonly box: { readonly x0: number; readonly y0: number; readonly x1: number; readonly y1: number };
  /** Whether it touches the border of the picture: then its true shape is not known. */
  readonly cut: boolean;
  /** Outermost points of each of its lines of pixels, pixel corners. */
  readonly rim: readonly XY[];
}

export interface Blobs {
  readonly blobs: readonly Blob[];
  /** Label of each pixel, 0 for none; a blob's label is its place in the list plus one. */
  readonly labels: Int32Array;
}

/** Connected patches (neighbours beside and across), from `least` pixels on. */
export function findBlobs({ width, height, data }: Bitmap, least: number): Blobs {
  const labels = new Int32Array(width * height);
  const blobs: Blob[] = [];
  const stack = new Int32Array(width * height);
  let next = 1;
  for (let start = 0; start < data.length; start += 1) {
    if (data[start] !== 1 || labels[start] !== 0) continue;
    let top = 0;
    stack[top] = start;
    labels[start] = next;
    let area = 0;
    let [x0, y0, x1, y1] = [width, height, 0, 0];
    const members: number[] = [];
    while (top >= 0) {
      const at = stack[top] ?? 0;
      top -= 1;
      area += 1;
      members.push(at);
      const x = at % width;
      const y = (at - x) / width;
      if (x < x0) x0 = x;
      if (x > x1) x1 = x;
      if (y < y0) y0 = y;
      if (y > y1) y1 = y;
      for (let dy = -1; dy <= 1; dy += 1)
        for (let dx = -1; dx <= 1; dx += 1) {
          const [nx, ny] = [x + dx, y + dy];
          if (nx < 0 || ny < 0 || nx >= width || ny >= height) continue;
          const to = ny * width + nx;
          if (data[to] === 1 && labels[to] === 0) {
            labels[to] = next;
            top += 1;
            stack[top] = to;
          }
        }
    }
    if (area < least) {
      for (const at of members) labels[at] = -1;
      continue;
    }
    const left = new Int32Array(y1 - y0 + 1).fill(width);
    const right = new Int32Array(y1 - y0 + 1).fill(-1);
    for (const at of members) {
      const x = at % width;
      const row = (at - x) / width - y0;
      if (x < (left[row] ?? 0)) left[row] = x;
      if (x > (right[row] ?? 0)) right[row] = x;
    }
    const rim: XY[] = [];
    for (let row = 0; row < left.length; row += 1) {
      const [l, r, y] = [left[row] ?? 0, (right[row] ?? 0) + 1, y0 + row];
      rim.push({ x: l, y }, { x: l, y: y + 1 }, { x: r, y }, { x: r, y: y + 1 });
    }
    blobs.push({
      area,
      label: next,
      box: { x0, y0, x1, y1 },
      cut: x0 === 0 || y0 === 0 || x1 === width - 1 || y1 === height - 1,
      rim,
    });
    next += 1;
  }
  for (let i = 0; i < labels.length; i += 1) if (labels[i] === -1) labels[i] = 0;
  return { blobs, labels };
}

/** The convex hull, counter-clockwise (Andrew's monotone chain). */
export function convexHull(points: readonly XY[]): XY[] {
  const sorted = [...points].sort((a, b) => a.x - b.x || a.y - b.y);
  const half = (list: readonly XY[]): XY[] => {
    const out: XY[] = [];
    for (const p of list) {
      for (;;) {
        const [a, b] = [out.at(-2), out.at(-1)];
        if (!a || !b || (b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x) > 0) break;
        out.pop();
      }
      out.push(p);
    }
    out.pop();
    return out;
  };
  return [...half(sorted), ...half(sorted.reverse())];
}

/** A rectangle standing at an angle: `long` along it, `wide` across. */
export interface TurnedRect {
  readonly centre: XY;
  readonly long: number;
  readonly wide: number;
  /** Way of the long side, radians, from -pi/2 up to pi/2. */
  readonly angle: number;
}

/** The rectangle of least area round some points (rotating calipers: one side lies along the hull). `null` for no area. */
export function leastRect(points: readonly XY[]): TurnedRect | null {
  const hull = convexHull(points);
  if (hull.length < 3) return null;
  let best: TurnedRect | null = null;
  for (const [i, a] of hull.entries()) {
    const b = hull[(i + 1) % hull.length] ?? a;
    const length = Math.hypot(b.x - a.x, b.y - a.y);
    if (length === 0) continue;
    const [c, s] = [(b.x - a.x) / length, (b.y - a.y) / length];
    let [u0, u1, v0, v1] = [Infinity, -Infinity, Infinity, -Infinity];
    for (const p of hull) {
      const u = p.x * c + p.y * s;
      const v = p.y * c - p.x * s;
      if (u < u0) u0 = u;
      if (u > u1) u1 = u;
      if (v < v0) v0 = v;
      if (v > v1) v1 = v;
    }
    const [w, h] = [u1 - u0, v1 - v0];
    if (best && w * h >= best.long * best.wide) continue;
    const [mu, mv] = [(u0 + u1) / 2, (v0 + v1) / 2];
    const angle = Math.atan2(s, c) + (w >= h ? 0 : Math.PI / 2);
    best = {
      centre: { x: mu * c - mv * s, y: mu * s + mv * c },
      long: Math.max(w, h),
      wide: Math.min(w, h),
      angle: angle - Math.PI * Math.floor((angle + Math.PI / 2) / Math.PI),
    };
  }
  return best;
}
