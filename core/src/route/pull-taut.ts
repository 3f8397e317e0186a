import type { XY } from '../geometry/projective';
import type { Obstacle, WayPoint } from './route-problem';
import { BOARD_MM } from './route-problem';
import type { Solids } from './grid';
import { isClear } from './grid';
import { stretchesCross } from '../geometry/shape';

/** Stretches of a path that lie on one face, each with its face. */
export function stretchesOf(path: readonly WayPoint[]): (readonly [WayPoint, WayPoint])[] {
  return path.slice(1).flatMap((b, i) => {
    const a = path[i] as WayPoint;
    return a.face === b.face ? [[a, b] as const] : [];
  });
}

/** Length of a path, mm, the board's thickness for each change of face. */
export function pathLengthMm(path: readonly WayPoint[]): number {
  return path.slice(1).reduce((sum, b, i) => {
    const a = path[i] as WayPoint;
    return sum + Math.hypot(b.x - a.x, b.y - a.y) + (a.face === b.face ? 0 : BOARD_MM);
  }, 0);
}

/**
 * The tightest bend of a path, as the radius that its corner leaves room for, mm: an arc that begins in the middle of the shorter stretch.
 * `null` for a path that is straight on each face.
 */
export function tightestBendMm(path: readonly WayPoint[]): number | null {
  let least: number | null = null;
  path.forEach((p, i) => {
    const [a, b] = [path[i - 1], path[i + 1]];
    if (!a || !b || a.face !== p.face || b.face !== p.face) return;
    const [u, v] = [
      { x: p.x - a.x, y: p.y - a.y },
      { x: b.x - p.x, y: b.y - p.y },
    ];
    const [before, after] = [Math.hypot(u.x, u.y), Math.hypot(v.x, v.y)];
    const turn = Math.abs(Math.atan2(u.x * v.y - u.y * v.x, u.x * v.x + u.y * v.y));
    if (turn < 1e-6 || before === 0 || after === 0) return;
    const radius = Math.min(before, after) / 2 / Math.tan(turn / 2);
    least = least === null ? radius : Math.min(least, radius);
  });
  return least;
}

/** How often two paths cross on one face. */
export function crossingsOf(one: readonly WayPoint[], other: readonly WayPoint[]): number {
  let count = 0;
  for (const [a, b] of stretchesOf(one))
    for (const [c, d] of stretchesOf(other)) if (a.face === c.face && stretchesCross(a, b, c, d)) count += 1;
  return count;
}

/** Stretches of other wires by face, gathered once. */
function gathered(
  others: readonly (readonly WayPoint[])[],
): Readonly<Record<string, readonly (readonly [WayPoint, WayPoint])[]>> {
  const all = others.flatMap(stretchesOf);
  return { top: all.filter(([a]) => a.face === 'top'), bottom: all.filter(([a]) => a.face === 'bottom') };
}

function crossingsWith(a: XY, b: XY, stretches: readonly (readonly [WayPoint, WayPoint])[]): number {
  let count = 0;
  for (const [c, d] of stretches) if (stretchesCross(a, b, c, d)) count += 1;
  return count;
}

/** Every so many steps of a straight run one is kept, so that a bend can be pulled to it. */
const KEPT_STEPS = 12;

/** The places of a path where it bends, and some between. */
function bends(path: readonly WayPoint[]): WayPoint[] {
  let run = 0;
  return path.filter((p, i) => {
    const [a, b] = [path[i - 1], path[i + 1]];
    if (!a || !b || a.face !== p.face || b.face !== p.face) return true;
    const cross = (p.x - a.x) * (b.y - p.y) - (p.y - a.y) * (b.x - p.x);
    run += 1;
    if (Math.abs(cross) < 1e-9 && run < KEPT_STEPS) return false;
    run = 0;
    return true;
  });
}

/**
 * A path of many short steps as a hand would lay the wire: straight wherever nothing stands between, without crossing the other wires more
 * often than the path itself does.
 */
export function pullTaut(
  solids: Solids,
  whole: readonly WayPoint[],
  roomMm: number,
  skip: (obstacle: Obstacle) => boolean,
  others: readonly (readonly WayPoint[])[],
): WayPoint[] {
  const path = bends(whole);
  const there = gathered(others);
  const crossedBefore = path.map((b, i) => {
    const a = path[i - 1];
    return a && a.face === b.face ? crossingsWith(a, b, there[a.face] ?? []) : 0;
  });
  const out: WayPoint[] = path[0] ? [path[0]] : [];
  let at = 0;
  while (at + 1 < path.length) {
    const a = path[at] as WayPoint;
    let next = at + 1;
    // The furthest place that can be reached straight; a change of face is walked as it is.
    let crossed = crossedBefore[at + 1] as number;
    for (let to = at + 2; to < path.length; to += 1) {
      const b = path[to] as WayPoint;
      if (b.face !== a.face || (path[to - 1] as WayPoint).face !== a.face) break;
      crossed += crossedBefore[to] as number;
      if (crossingsWith(a, b, there[a.face] ?? []) <= crossed && isClear(solids, a.face, a, b, roomMm, skip))
        next = to;
    }
    out.push(path[next] as WayPoint);
    at = next;
  }
  return out;
}
