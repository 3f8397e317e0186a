import type { Oblong } from '../geometry/oblong';
import { turnOblong } from '../geometry/oblong';
import type { XY } from '../geometry/projective';
import type { ObservedFeature } from './observed';
import type { ConnectorPart, LandRole } from '../connector/part';
import type { PinFunction } from '../connector/pin-function';

/** A place of the board as it is taken to be, for trying a part on it. Any frame, mm. */
export interface BoardLand {
  readonly role: LandRole | null;
  readonly at: XY;
  readonly through: boolean | null;
  readonly hole: Oblong | null;
  readonly copper: Oblong | null;
  /** What the board leads it to; `null` when not known. */
  readonly function: PinFunction | null;
  /** Its function was traced; otherwise it follows from the part that the board may be laid out for. */
  readonly traced: boolean;
}

/** The board that was laid out for a part. */
export const landsOfPart = (part: ConnectorPart): BoardLand[] =>
  part.lands.map((l) => ({
    role: l.role,
    at: l.at,
    through: l.hole !== null,
    hole: l.hole,
    copper: l.copper,
    function: l.function === 'unknown' ? null : l.function,
    traced: false,
  }));

/** The board as it was measured, nothing supposed. */
export const landsAsSeen = (features: readonly ObservedFeature[]): BoardLand[] =>
  features.map((f) => ({
    role: f.role,
    at: f.at,
    through: f.through,
    hole: f.through === true ? f.shape : null,
    copper: f.through === false ? f.shape : null,
    function: f.wired === 'unknown' ? null : f.wired,
    traced: f.wired !== null && f.wired !== 'unknown',
  }));

export interface LandPose {
  readonly cos: number;
  readonly sin: number;
  readonly dx: number;
  readonly dy: number;
  /** Left and right are turned over first. */
  readonly mirrored: boolean;
}

export const poseAt = (p: LandPose, { x, y }: XY): XY => {
  const u = p.mirrored ? -x : x;
  return { x: p.cos * u - p.sin * y + p.dx, y: p.sin * u + p.cos * y + p.dy };
};

/** The lands carried into another frame. */
export function moveLands(lands: readonly BoardLand[], pose: LandPose): BoardLand[] {
  const deg = (Math.atan2(pose.sin, pose.cos) * 180) / Math.PI;
  const turn = (o: Oblong | null): Oblong | null => o && turnOblong(o, deg, pose.mirrored);
  return lands.map((l) => ({
    ...l,
    at: poseAt(pose, l.at),
    hole: turn(l.hole),
    copper: turn(l.copper),
  }));
}
