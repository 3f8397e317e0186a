import type { PinFunction } from './pin-function';

export const CONNECTOR_FAMILIES = [
  'usb-a',
  'usb-a-plug',
  'usb-b',
  'mini-b',
  'micro-b',
  'usb-a-3',
  'micro-b-3',
  'type-c-16',
  'type-c-24',
  'type-c-6',
  'other',
] as const;
export type ConnectorFamily = (typeof CONNECTOR_FAMILIES)[number];

export interface FamilyPin {
  readonly number: string;
  readonly function: PinFunction;
  /** Along the row from its first pin, mm; `null` where the pin is not in the single row. */
  readonly offsetMm: number;
}

export interface FamilySheet {
  readonly family: ConnectorFamily;
  readonly name: string;
  /** Spacing most of the row has, mm. */
  readonly pitchMm: number;
  /**
   * One entry a pad of the row, left to right as the face with the pads is looked at. So the row of a receptacle runs with the opening towards
   * the viewer, that of a plug with it away; a board looked at the other way round has pin 1 at the far end.
   */
  readonly row: readonly FamilyPin[];
  readonly powerOnly: boolean;
  readonly hasData: boolean;
  /** Current the port may be asked for when nothing better is known, A. */
  readonly usualCurrentA: number;
}

function evenRow(pitchMm: number, pins: readonly (readonly [string, PinFunction])[]): FamilyPin[] {
  return pins.map(([number, fn], i) => ({
    number,
    function: fn,
    offsetMm: Number((i * pitchMm).toFixed(3)),
  }));
}

function listedRow(pins: readonly (readonly [string, PinFunction, number])[]): FamilyPin[] {
  const first = pins[0]?.[2] ?? 0;
  return pins.map(([number, fn, at]) => ({
    number,
    function: fn,
    offsetMm: Number((at - first).toFixed(3)),
  }));
}

const FOUR = [
  ['1', 'VBUS'],
  ['2', 'D-'],
  ['3', 'D+'],
  ['4', 'GND'],
] as const;
const FIVE = [
  ['1', 'VBUS'],
  ['2', 'D-'],
  ['3', 'D+'],
  ['4', 'ID'],
  ['5', 'GND'],
] as const;
const A_OFFSETS = [0, 2.5, 4.5, 7] as const;
const fourWide = FOUR.map(([n, f], i) => ({ number: n, function: f, offsetMm: A_OFFSETS[i] ?? 0 }));

/** The 16 contacts of a type C receptacle sit on 12 pads: the outer four pads each take two contacts. */
const C16 = listedRow([
  ['A1/B12', 'GND', -3.2],
  ['A4/B9', 'VBUS', -2.4],
  ['B8', 'SBU2', -1.75],
  ['A5', 'CC1', -1.25],
  ['B7', 'D-', -0.75],
  ['A6', 'D+', -0.25],
  ['A7', 'D-', 0.25],
  ['B6', 'D+', 0.75],
  ['A8', 'SBU1', 1.25],
  ['B5', 'CC2', 1.75],
  ['B4/A9', 'VBUS', 2.4],
  ['B1/A12', 'GND', 3.2],
]);

const TYPE_C_A: readonly PinFunction[] = [
  'GND',
  'TX1+',
  'TX1-',
  'VBUS',
  'CC1',
  'D+',
  'D-',
  'SBU1',
  'VBUS',
  'RX2-',
  'RX2+',
  'GND',
];
const TYPE_C_B: readonly PinFunction[] = [
  'GND',
  'TX2+',
  'TX2-',
  'VBUS',
  'CC2',
  'D+',
  'D-',
  'SBU2',
  'VBUS',
  'RX1-',
  'RX1+',
  'GND',
];
const C24 = [
  ...TYPE_C_A.map((fn, i) => ({ number: `A${i + 1}`, function: fn, offsetMm: Number((i * 0.5).toFixed(3)) })),
  ...TYPE_C_B.map((fn, i) => ({
    number: `B${i + 1}`,
    function: fn,
    offsetMm: Number(((11 - i) * 0.5).toFixed(3)),
  })),
];

/**
 * Pin numbers, functions and spacing by family. USB 2.0 specification and its connector supplements, USB 3.x and
 * USB Type-C specifications (from memory); pad positions of the 16-contact type C are common practice of land patterns.
 */
export const FAMILIES: Readonly<Record<ConnectorFamily, FamilySheet>> = {
  'usb-a': {
    family: 'usb-a',
    name: 'USB type A',
    pitchMm: 2.5,
    row: fourWide,
    powerOnly: false,
    hasData: true,
    usualCurrentA: 0.5,
  },
  'usb-a-plug': {
    family: 'usb-a-plug',
    name: 'USB type A plug',
    pitchMm: 2.5,
    row: fourWide,
    powerOnly: false,
    hasData: true,
    usualCurrentA: 0.5,
  },
  'usb-b': {
    family: 'usb-b',
    name: 'USB type B',
    pitchMm: 2.5,
    row: evenRow(2.5, FOUR),
    powerOnly: false,
    hasData: true,
    usualCurrentA: 0.5,
  },
  'mini-b': {
    family: 'mini-b',
    name: 'USB Mini-B',
    pitchMm: 0.8,
    row: evenRow(0.8, FIVE),
    powerOnly: false,
    hasData: true,
    usualCurrentA: 0.5,
  },
  'micro-b': {
    family: 'micro-b',
    name: 'USB Micro-B',
    pitchMm: 0.65,
    row: evenRow(0.65, FIVE),
    powerOnly: false,
    hasData: true,
    usualCurrentA: 0.5,
  },
  'usb-a-3': {
    family: 'usb-a-3',
    name: 'USB 3 type A',
    pitchMm: 2.5,
    row: [
      ...fourWide,
      ...evenRow(2, [
        ['5', 'SSRX-'],
        ['6', 'SSRX+'],
        ['7', 'GND_DRAIN'],
        ['8', 'SSTX-'],
        ['9', 'SSTX+'],
      ]),
    ],
    powerOnly: false,
    hasData: true,
    usualCurrentA: 0.9,
  },
  'micro-b-3': {
    family: 'micro-b-3',
    name: 'USB 3 Micro-B',
    pitchMm: 0.65,
    row: evenRow(0.65, [
      ...FIVE,
      ['6', 'SSTX-'],
      ['7', 'SSTX+'],
      ['8', 'GND_DRAIN'],
      ['9', 'SSRX-'],
      ['10', 'SSRX+'],
    ]),
    powerOnly: false,
    hasData: true,
    usualCurrentA: 0.9,
  },
  'type-c-16': {
    family: 'type-c-16',
    name: 'type C, 16 contacts',
    pitchMm: 0.5,
    row: C16,
    powerOnly: false,
    hasData: true,
    usualCurrentA: 0.5,
  },
  'type-c-24': {
    family: 'type-c-24',
    name: 'type C, 24 contacts',
    pitchMm: 0.5,
    row: C24,
    powerOnly: false,
    hasData: true,
    usualCurrentA: 0.9,
  },
  'type-c-6': {
    family: 'type-c-6',
    name: 'type C, 6 contacts (power only)',
    pitchMm: 1,
    row: listedRow([
      ['B12', 'GND', -2.75],
      ['B9', 'VBUS', -1.52],
      ['A5', 'CC1', -0.5],
      ['B5', 'CC2', 0.5],
      ['A9', 'VBUS', 1.52],
      ['A12', 'GND', 2.75],
    ]),
    powerOnly: true,
    hasData: false,
    usualCurrentA: 0.5,
  },
  other: {
    family: 'other',
    name: 'another connector',
    pitchMm: 1,
    row: [],
    powerOnly: false,
    hasData: false,
    usualCurrentA: 0.5,
  },
};
