import type { Face } from '../board/board';
import type { XY } from '../geometry/projective';
import type { Shape } from '../geometry/shape';

/** What a wire keeps clear of. `plain` parts are flat and small: a wire may lie over one when there is no other way. */
export interface Obstacle {
  /** What it belongs to: a wire that ends there may enter. */
  readonly owner: string;
  readonly name: string;
  readonly face: Face;
  readonly shape: Shape;
  readonly plain: boolean;
}

export interface WireSpot extends XY {
  readonly face: Face;
  /** The point of the board. */
  readonly pointId: string;
  /** Owners of the obstacles that this end lies in. */
  readonly owners: readonly string[];
}

export interface WireToLay {
  readonly id: string;
  readonly from: WireSpot;
  /** Where it may land; it takes the nearest by the way it has to go. */
  readonly to: readonly WireSpot[];
  readonly diameterMm: number;
  /** A place that the person wants it to pass. */
  readonly via: (XY & { readonly face: Face }) | null;
  /** The other wire of its pair. */
  readonly beside: string | null;
}

/**
 * A board as a wire sees it. Both faces are in the millimetres of the top face, as the board is seen through; where the faces are not laid
 * on each other (`linked` false) no wire changes the face.
 */
export interface RouteProblem {
  readonly obstacles: readonly Obstacle[];
  /** Holes through which an insulated wire goes to the other face. */
  readonly passages: readonly XY[];
  /** Stretches of the board's edge: no wire goes beyond, and round it lies the other face. */
  readonly edges: readonly (readonly XY[])[];
  readonly linked: boolean;
  readonly wires: readonly WireToLay[];
}

export interface WayPoint extends XY {
  readonly face: Face;
}

/** How one wire lies. */
export interface Way {
  readonly id: string;
  /** The landing that it took. */
  readonly pointId: string;
  readonly path: readonly WayPoint[];
  /** Along the path, with the board's thickness at each change of face, mm. */
  readonly lengthMm: number;
  /** What it would be with no other wire on the board, mm. */
  readonly aloneMm: number;
  /** Radius that its tightest bend leaves room for, mm; `null` where it lies straight. */
  readonly bendMm: number | null;
  /** Ids of wires that it crosses. */
  readonly crosses: readonly string[];
  /** Names of small parts that it lies over. */
  readonly over: readonly string[];
}

export interface Unlaid {
  readonly id: string;
  readonly code: 'faces-apart' | 'walled-in' | 'no-landing';
  readonly message: string;
}

export interface RouteReport {
  readonly ways: readonly Way[];
  readonly unlaid: readonly Unlaid[];
  /** Pairs of wires that cross, each crossing counted. */
  readonly crossings: number;
  readonly totalMm: number;
}

/** A change of face costs the board's thickness (1.6 mm as a rule, common practice). */
export const BOARD_MM = 1.6;
/** Room between a wire's skin and what it must not touch, mm (a judgement: a steady hand under a microscope). */
export const WIRE_ROOM_MM = 0.05;

/** A wire is bent no tighter than so many times its thickness: enamel cracks and sleeves spring back (common practice). */
export const BEND_TIMES = 2;
