import type { XY } from './projective';

/** A land, hole, slot or the section of a leg: as long as wide when round or square. */
export interface Oblong {
  readonly widthMm: number;
  readonly lengthMm: number;
  /** Way of its length, 0 to the right, 90 down, 0 to 180. */
  readonly directionDeg: number;
}

const halfTurn = (deg: number): number => ((deg % 180) + 180) % 180;

/** An oblong from its size along its own two axes, the first of them at `directionDeg`. */
export function oblong(first: number, second: number, directionDeg: number): Oblong {
  return first >= second
    ? { lengthMm: first, widthMm: second, directionDeg: halfTurn(directionDeg) }
    : { lengthMm: second, widthMm: first, directionDeg: halfTurn(directionDeg + 90) };
}

/** Longer than wide by so little that its direction says nothing, mm. */
const ROUND_MM = 0.1;

export const isRound = (o: Oblong): boolean => o.lengthMm - o.widthMm < ROUND_MM;

/** Angle between the lengths of two oblongs, 0 to 90 degrees. */
export function crossingDeg(a: Oblong, b: Oblong): number {
  const d = Math.abs(halfTurn(a.directionDeg) - halfTurn(b.directionDeg));
  return Math.min(d, 180 - d);
}

/** The oblong turned by `deg`, mirrored left to right first where asked. */
export const turnOblong = (o: Oblong, deg: number, mirrored = false): Oblong => ({
  ...o,
  directionDeg: halfTurn((mirrored ? -o.directionDeg : o.directionDeg) + deg),
});

/** The oblong made smaller all round by half of `byMm`; never below a hundredth of a millimetre. */
export const shrunk = (o: Oblong, byMm: number): Oblong => ({
  ...o,
  widthMm: Math.max(0.01, o.widthMm - byMm),
  lengthMm: Math.max(0.01, o.lengthMm - byMm),
});

/** Half the size of an oblong along a direction (degrees), its ends taken as round. */
export function halfExtent(o: Oblong, directionDeg: number): number {
  const a = ((o.directionDeg - directionDeg) * Math.PI) / 180;
  return o.widthMm / 2 + ((o.lengthMm - o.widthMm) / 2) * Math.abs(Math.cos(a));
}

/**
 * Room left between an oblong and the one around it, ends of both taken as round, mm: below 0 the inner one sticks out by that
 * much. Both shapes are a line grown by a radius, so the inner one lies inside when the ends of its line are near enough to the other line.
 */
export function roomInside(inner: Oblong, at: XY, outer: Oblong, around: XY): number {
  const half = (o: Oblong): XY => {
    const a = (o.directionDeg * Math.PI) / 180;
    const h = (o.lengthMm - o.widthMm) / 2;
    return { x: h * Math.cos(a), y: h * Math.sin(a) };
  };
  const u = half(outer);
  const v = half(inner);
  const squared = u.x * u.x + u.y * u.y;
  const off = (px: number, py: number): number => {
    const t = squared > 0 ? Math.min(1, Math.max(-1, (px * u.x + py * u.y) / squared)) : 0;
    return Math.hypot(px - t * u.x, py - t * u.y);
  };
  const dx = at.x - around.x;
  const dy = at.y - around.y;
  const far = Math.max(off(dx + v.x, dy + v.y), off(dx - v.x, dy - v.y));
  return (outer.widthMm - inner.widthMm) / 2 - far;
}
