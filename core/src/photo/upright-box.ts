import type { Projective } from '../geometry/projective';
import { compose, project } from '../geometry/projective';
import type { Pixels } from './pixels';
import type { BoardBox } from './rectify';
import { rectify } from './rectify';
import type { PartPose } from './refine-pose';
import { edgeWays } from './upright';

/** Pixels to a millimetre that the ways of edges are told by. */
const WAYS_PER_MM = 10;

/** A box turned upright, and its ways to the picture and back to the board. */
export interface Upright {
  readonly toPhoto: Projective;
  readonly box: BoardBox;
  /** Millimetres of the turned piece, from its corner, to those of the board. */
  readonly toBoard: PartPose;
}

/** The box turned so that most edges of the board stand upright in it. */
export function turned(toPhoto: Projective, box: BoardBox, deg: number): Upright {
  const a = (deg * Math.PI) / 180;
  const [c, s] = [Math.cos(a), Math.sin(a)];
  const [cx, cy] = [box.x + box.width / 2, box.y + box.height / 2];
  const width = Math.abs(c) * box.width + Math.abs(s) * box.height;
  const height = Math.abs(s) * box.width + Math.abs(c) * box.height;
  const back: Projective = [c, -s, cx - c * cx + s * cy, s, c, cy - s * cx - c * cy, 0, 0, 1];
  const [x, y] = [cx - width / 2, cy - height / 2];
  const corner = project(back, { x, y });
  return {
    toPhoto: compose(toPhoto, back),
    box: { x, y, width, height },
    toBoard: { a: c, b: -s, c: s, d: c, x0: corner.x, y0: corner.y },
  };
}

/** A second look at the turned piece takes out what a grid of pixels bends. */
export function uprightWays(picture: Pixels, toPhoto: Projective, box: BoardBox): number[] {
  const look = (deg: number): number[] => {
    const u = turned(toPhoto, box, deg);
    return edgeWays(rectify(picture, u.toPhoto, u.box, WAYS_PER_MM));
  };
  return look(0).map((deg) => {
    const [more = 0] = look(deg);
    const off = more > 45 ? more - 90 : more;
    return Math.abs(off) < 5 ? deg + off : deg;
  });
}

/** One pose after another: what the inner one gives is taken on by the outer. */
export const after = (outer: PartPose, p: PartPose): PartPose => ({
  a: outer.a * p.a + outer.b * p.c,
  b: outer.a * p.b + outer.b * p.d,
  c: outer.c * p.a + outer.d * p.c,
  d: outer.c * p.b + outer.d * p.d,
  x0: outer.a * p.x0 + outer.b * p.y0 + outer.x0,
  y0: outer.c * p.x0 + outer.d * p.y0 + outer.y0,
});
