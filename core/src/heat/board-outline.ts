import type { XY } from '../geometry/projective';
import { boundsOf } from '../geometry/shape';

/** Beyond what was marked a board goes on for some of this, mm (judgement). */
const MARGIN_MM = 5;
/** A line whose ends lie this near goes all round, mm. */
const CLOSED_MM = 2;
/** So many of the things lie on one side of an edge, or it is none. */
const ONE_SIDE = 0.8;

/** The part of a polygon on the left of a line from a to b, or on its right. */
function clip(points: readonly XY[], a: XY, b: XY, side: number): XY[] {
  const off = (p: XY): number => side * ((b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x));
  return points.flatMap((p, i) => {
    const q = points[(i + 1) % points.length] as XY;
    const [u, v] = [off(p), off(q)];
    const cut = (): XY => ({ x: p.x + ((q.x - p.x) * u) / (u - v), y: p.y + ((q.y - p.y) * u) / (u - v) });
    if (u >= 0) return v >= 0 ? [p] : [p, cut()];
    return v >= 0 ? [cut()] : [];
  });
}

export interface BoardOutline {
  readonly points: readonly XY[];
  readonly assumed: boolean;
}

/**
 * How far the board goes: by an edge that was drawn all round, else by a frame round all that was marked, cut off at the edges that were drawn.
 * Empty with nothing marked.
 */
export function boardOutline(things: readonly XY[], edges: readonly (readonly XY[])[]): BoardOutline {
  const round = edges.find((e) => {
    const [first, last] = [e[0], e.at(-1)];
    return e.length > 3 && first && last && Math.hypot(first.x - last.x, first.y - last.y) < CLOSED_MM;
  });
  if (round) return { points: round, assumed: false };
  if (things.length === 0) return { points: [], assumed: true };
  const b = boundsOf(things);
  let points: XY[] = [
    { x: b.left - MARGIN_MM, y: b.top - MARGIN_MM },
    { x: b.right + MARGIN_MM, y: b.top - MARGIN_MM },
    { x: b.right + MARGIN_MM, y: b.bottom + MARGIN_MM },
    { x: b.left - MARGIN_MM, y: b.bottom + MARGIN_MM },
  ];
  for (const e of edges) {
    const [first, last] = [e[0], e.at(-1)];
    if (!first || !last || Math.hypot(first.x - last.x, first.y - last.y) < 1) continue;
    const signs = things.map(
      (p) => (last.x - first.x) * (p.y - first.y) - (last.y - first.y) * (p.x - first.x),
    );
    const right = signs.filter((s) => s >= 0).length / signs.length;
    if (right < ONE_SIDE && right > 1 - ONE_SIDE) continue;
    const left = clip(points, first, last, right >= ONE_SIDE ? 1 : -1);
    if (left.length >= 3) points = left;
  }
  return { points, assumed: true };
}
