import type { ConnectorFamily } from '../connector/family';
import type { PinFunction } from '../connector/pin-function';
import type { PhotoScale } from '../geometry/photo-scale';
import type { BoardPoint } from '../geometry/point';
import type { PadState } from './pad-state';

export const FACES = ['top', 'bottom'] as const;
export type Face = (typeof FACES)[number];

/** The picture of one face. Nothing can be placed on a face before its scale is set. */
export interface FaceSheet {
  readonly face: Face;
  readonly photoId: string;
  readonly widthPx: number;
  readonly heightPx: number;
  readonly scale: PhotoScale | null;
}

export interface Pin {
  readonly id: string;
  readonly number: string;
  readonly function: PinFunction;
  readonly state: PadState;
}

/** A straight row of pads. Where the pins stand follows from it (`pinPoint`), so it is not stored. */
export interface PinRow {
  readonly id: string;
  readonly face: Face;
  readonly first: BoardPoint;
  /** Way the row runs from its first pin, degrees, 0 to the right, 90 down. */
  readonly directionDeg: number;
  readonly pitchMm: number;
  /** Distance of each pin from the first where the row is not even; `null` where it is. */
  readonly offsetsMm: readonly number[] | null;
  readonly pins: readonly Pin[];
}

/** What anchors the connector's shell to the board. */
export interface Leg {
  readonly id: string;
  readonly name: string;
  readonly face: Face;
  readonly at: BoardPoint;
  readonly fixing: 'through-hole' | 'surface';
  readonly state: PadState;
}

export const COMPONENT_KINDS = [
  'resistor',
  'capacitor',
  'inductor',
  'bead',
  'fuse',
  'choke',
  'diode',
  'dual-diode',
  'transistor',
  'esd-array',
  'chip',
  'led',
  'button',
  'other',
] as const;
export type ComponentKind = (typeof COMPONENT_KINDS)[number];

export interface Terminal {
  readonly id: string;
  readonly name: string;
  readonly at: BoardPoint;
}

export interface Component {
  readonly id: string;
  readonly name: string;
  readonly kind: ComponentKind;
  readonly face: Face;
  /** Ohms for a resistor, farads for a capacitor; `null` while unknown or meaningless. */
  readonly value: number | null;
  readonly terminals: readonly Terminal[];
}

export const POINT_ROLES = [
  'plain',
  'pour',
  'shell',
  'via',
  'test-point',
  'track-end',
  'battery-plus',
  'battery-minus',
  'other-supply',
] as const;
export type PointRole = (typeof POINT_ROLES)[number];

export interface LoosePoint {
  readonly id: string;
  readonly name: string;
  readonly face: Face;
  readonly at: BoardPoint;
  readonly role: PointRole;
}

/**
 * A job's board. Every id (row, pin, leg, component, terminal, point) is unique within it: `checkBoard` holds that,
 * and everything that takes a Board relies on it. Places are board millimetres of their face.
 */
export interface Board {
  readonly family: ConnectorFamily | null;
  readonly faces: readonly FaceSheet[];
  readonly rows: readonly PinRow[];
  readonly legs: readonly Leg[];
  readonly components: readonly Component[];
  readonly points: readonly LoosePoint[];
}

export const EMPTY_BOARD: Board = { family: null, faces: [], rows: [], legs: [], components: [], points: [] };
