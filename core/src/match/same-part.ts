import type { ConnectorPart } from '../connector/part';
import { opening } from '../connector/part';
import { crossingDeg, isRound } from '../geometry/oblong';

/** Two land patterns that differ by less than this everywhere are one to any hand tool, mm. */
export const SAME_MM = 0.03;

/**
 * Whether no measurement of a bare board can tell two parts apart: the same lands in the same places, once `b` is turned and shifted by
 * `pose` (from `b` to `a`). Functions, stance and opening must not contradict each other either.
 */
export function samePattern(
  a: ConnectorPart,
  b: ConnectorPart,
  pose: { readonly cos: number; readonly sin: number; readonly dx: number; readonly dy: number },
): boolean {
  if (a.lands.length !== b.lands.length) return false;
  if (a.stance && b.stance && a.stance !== b.stance) return false;
  if (a.narrowSide && b.narrowSide && a.narrowSide !== b.narrowSide) return false;
  const turned = (Math.atan2(pose.sin, pose.cos) * 180) / Math.PI;
  const taken = new Set<number>();
  return b.lands.every((l) => {
    const x = pose.cos * l.at.x - pose.sin * l.at.y + pose.dx;
    const y = pose.sin * l.at.x + pose.cos * l.at.y + pose.dy;
    const i = a.lands.findIndex((m, j) => {
      if (taken.has(j) || m.role !== l.role || (m.hole === null) !== (l.hole === null)) return false;
      if (Math.hypot(m.at.x - x, m.at.y - y) > SAME_MM) return false;
      if (m.function !== 'unknown' && l.function !== 'unknown' && m.function !== l.function) return false;
      const [o, p] = [opening(m), opening(l)];
      if (Math.abs(o.lengthMm - p.lengthMm) > SAME_MM || Math.abs(o.widthMm - p.widthMm) > SAME_MM)
        return false;
      return isRound(o) || crossingDeg(o, { ...p, directionDeg: p.directionDeg + turned }) < 2;
    });
    taken.add(i);
    return i >= 0;
  });
}
