import type { ConnectorFamily } from '../connector/family';
import type { PinFunction } from '../connector/pin-function';
import type { Oblong } from '../geometry/oblong';
import type { PhotoMeasure } from '../geometry/photo-measure';
import type { BoardPoint } from '../geometry/point';
import type { PadFinish } from '../photo/find-lands';
import type { PadState } from './pad-state';

export const FACES = ['top', 'bottom'] as const;
export type Face = (typeof FACES)[number];

/**
 * A picture of one face. A face may have several (an overview, close-ups): the first of them is its base, in whose millimetres all
 * things of the face are kept. Nothing can be placed on a face before its base is measured.
 */
export interface FaceSheet {
  readonly face: Face;
  readonly photoId: string;
  readonly widthPx: number;
  readonly heightPx: number;
  readonly name: string;
  readonly measure: PhotoMeasure | null;
  readonly shown: boolean;
  /** 0 clear to 1 solid. */
  readonly opacity: number;
}

export interface Pin {
  readonly id: string;
  readonly number: string;
  readonly function: PinFunction;
  readonly state: PadState;
  /** Its own pad, mm: across the row and along the pin; absent where it is that of its row. */
  readonly padMm?: readonly [across: number, along: number];
  /** Opening of its plated hole, mm; absent where none is known. */
  readonly holeMm?: number;
}

/** A straight row of pads. Where the pins stand follows from it (`pinPoint`), so it is not stored. */
export interface PinRow {
  readonly id: string;
  readonly face: Face;
  readonly first: BoardPoint;
  /** Way the row runs from its first pin, degrees, 0 to the right, 90 down. */
  readonly directionDeg: number;
  readonly pitchMm: number;
  /** Pitch as the two end pads measured it, mm, one standard deviation beside it; `null` where it was only typed. */
  readonly measuredPitch: { readonly mm: number; readonly sigmaMm: number } | null;
  /** Size of one pad, mm: across the row and along the pin; `null` where it was not measured. */
  readonly padMm: readonly [across: number, along: number] | null;
  /** Distance of each pin from the first where the row is not even; `null` where it is. */
  readonly offsetsMm: readonly number[] | null;
  readonly pins: readonly Pin[];
}

/** `peg`: a hole without metal that only places the connector. */
export const LEG_FIXINGS = ['through-hole', 'surface', 'peg'] as const;
export type LegFixing = (typeof LEG_FIXINGS)[number];

/** An opening or a land: as long as wide when round; the direction is that of its length, 0 to the right, 90 down. */
export type LegSlot = Oblong;

/** What anchors the connector's shell to the board. */
export interface Leg {
  readonly id: string;
  readonly name: string;
  readonly face: Face;
  readonly at: BoardPoint;
  readonly fixing: LegFixing;
  /** Land, hole or slot, mm; `null` where it was not measured. */
  readonly slot: LegSlot | null;
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
  'resistor-array',
  'three-legged',
  'crystal',
  'socket',
  'speaker',
  'switch',
  'cell',
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
  /** Case size it was placed as, such as `0402`; `null` where its terminals were clicked one by one. */
  readonly package: string | null;
  /** Melts, pops or cracks when the port is heated: a plastic, an electrolytic, an LED, a cell. */
  readonly heatShy: boolean;
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

export interface RoleSheet {
  /** What the first point of the role is called. */
  readonly name: string;
  /** Its net is known without asking: ground, or a supply. */
  readonly known: 'ground' | 'supply' | null;
}

export const POINT_ROLE_SHEETS: Readonly<Record<PointRole, RoleSheet>> = {
  plain: { name: 'point', known: null },
  pour: { name: 'pour', known: 'ground' },
  shell: { name: 'shell', known: 'ground' },
  via: { name: 'via', known: null },
  'test-point': { name: 'test point', known: null },
  'track-end': { name: 'track end', known: null },
  'battery-plus': { name: 'B+', known: 'supply' },
  'battery-minus': { name: 'B−', known: 'ground' },
  'other-supply': { name: 'other 5 V', known: 'supply' },
};

/** Reference letters of the kinds of component (IEC 60617 and common practice). */
export const REFERENCE_LETTERS: Readonly<Record<ComponentKind, string>> = {
  resistor: 'R',
  capacitor: 'C',
  inductor: 'L',
  bead: 'FB',
  fuse: 'F',
  choke: 'CM',
  diode: 'D',
  'dual-diode': 'D',
  transistor: 'Q',
  'esd-array': 'U',
  chip: 'U',
  led: 'LED',
  button: 'SW',
  'resistor-array': 'RN',
  'three-legged': 'Q',
  crystal: 'Y',
  socket: 'J',
  speaker: 'LS',
  switch: 'SW',
  cell: 'BT',
  other: 'X',
};

export interface LoosePoint {
  readonly id: string;
  readonly name: string;
  readonly face: Face;
  readonly at: BoardPoint;
  readonly role: PointRole;
  /** The pin whose own track was scraped bare here; absent where no hand laid it open for a pin. */
  readonly ofPin?: string;
}

/** A break in a track, at a distance along it from its first point. */
export interface TrackScar {
  readonly atMm: number;
  readonly kind: 'cracked' | 'torn';
  /** How much of it is gone, mm; 0 for a crack. */
  readonly lengthMm: number;
}

export const LINE_KINDS = ['track', 'edge'] as const;
export type LineKind = (typeof LINE_KINDS)[number];

/** A track as it is seen, or a stretch of the board's edge. */
export interface BoardLine {
  readonly id: string;
  readonly name: string;
  readonly kind: LineKind;
  readonly face: Face;
  readonly points: readonly BoardPoint[];
  readonly scars: readonly TrackScar[];
}

export const AREA_KINDS = ['plane', 'tall', 'screw', 'moving', 'plastic', 'heat-shy'] as const;
export type AreaKind = (typeof AREA_KINDS)[number];

/** A piece of the face: a copper plane, or a place to keep wires or heat out of. */
export interface BoardArea {
  readonly id: string;
  readonly name: string;
  readonly kind: AreaKind;
  readonly face: Face;
  readonly points: readonly BoardPoint[];
}

/** A drawing laid on the picture by two of its points: its own millimetres, and where they lie on the board. */
export interface Overlay {
  readonly id: string;
  readonly name: string;
  readonly face: Face;
  /** Outlines as SVG path data in the drawing's own millimetres. */
  readonly paths: readonly string[];
  readonly from: readonly [BoardPoint, BoardPoint];
  readonly to: readonly [BoardPoint, BoardPoint];
  readonly shown: boolean;
}

/** A wire of a cord that is to become a socket: told by ringing it to its far end, its colour is only a hint. */
export interface CordWire {
  readonly id: string;
  readonly colour: string;
  /** Where it sat on the board before the cut. */
  readonly pad: string;
  readonly function: PinFunction;
  /** Rung to its far end. */
  readonly rung: boolean;
  /** The photo that shows where it sat; `null` with none. */
  readonly photoId: string | null;
}

/** A place that was measured and stands on no picture: only its name is known, so nothing is inferred of where it lies. */
export interface NamedSpot {
  readonly id: string;
  readonly name: string;
}

/** A place where a picture was read to show what is not there. */
export interface SeenWrong {
  readonly face: Face;
  readonly at: BoardPoint;
}

/** One thing seen on both faces, a hole or a corner, in the millimetres of each. */
export interface FacePair {
  readonly top: BoardPoint;
  readonly bottom: BoardPoint;
}

/**
 * A job's board. Every id (row, pin, leg, wire of the cord, component, terminal, point, line, area, overlay) is unique within it: `checkBoard` holds that,
 * and everything that takes a Board relies on it. Places are board millimetres of their face.
 */
export interface Board {
  readonly family: ConnectorFamily | null;
  readonly faces: readonly FaceSheet[];
  readonly rows: readonly PinRow[];
  readonly legs: readonly Leg[];
  /** It was looked, and the port has no legs or anchors. */
  readonly legsAbsent: boolean;
  readonly cord: readonly CordWire[];
  /** Places measured without a picture. */
  readonly spots: readonly NamedSpot[];
  /** What the pads shine with; `null` while it was not asked. */
  readonly finish: PadFinish | null;
  readonly components: readonly Component[];
  readonly points: readonly LoosePoint[];
  readonly lines: readonly BoardLine[];
  readonly areas: readonly BoardArea[];
  readonly overlays: readonly Overlay[];
  /** Ids of rows whose order somebody vouched for, against what seems to speak against it. */
  readonly rowsVouched: readonly string[];
  /** What lays the bottom face on the top face. */
  readonly facePairs: readonly FacePair[];
  /** What readings of the pictures had wrong: nothing is offered at these places again. */
  readonly seenWrong: readonly SeenWrong[];
  /** Ids of things that are neither moved nor taken away. */
  readonly locked: readonly string[];
}

export const EMPTY_BOARD: Board = {
  family: null,
  faces: [],
  rows: [],
  legs: [],
  legsAbsent: false,
  rowsVouched: [],
  cord: [],
  spots: [],
  finish: null,
  components: [],
  points: [],
  lines: [],
  areas: [],
  overlays: [],
  facePairs: [],
  seenWrong: [],
  locked: [],
};
