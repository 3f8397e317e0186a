import type { XY } from '../geometry/projective';
import type { PinFunction } from './pin-function';

export const CONNECTOR_FAMILIES = [
  'usb-a',
  'usb-a-plug',
  'usb-b',
  'mini-b',
  'micro-b',
  'micro-a',
  'micro-ab',
  'usb-a-3',
  'usb-a-3-plug',
  'micro-b-3',
  'type-c-16',
  'type-c-24',
  'type-c-6',
  'type-c-plug',
  'other',
] as const;
export type ConnectorFamily = (typeof CONNECTOR_FAMILIES)[number];

/** Where one contact, or several that share a pad, meets the board. */
export interface FamilyContact {
  /** As in `A1/B12` where two contacts share a pad. */
  readonly number: string;
  readonly function: PinFunction;
  /**
   * Millimetres from the middle of the first row, as seen from above: x right, y towards the viewer. The opening of a receptacle looks
   * towards the viewer (down the page), that of a plug away from it.
   */
  readonly at: XY;
  /** On the other face of the board, as the lower row of a plug that holds the board between its rows; seen through it. */
  readonly under?: true;
}

/** Contacts on one line, left to right. */
export interface FamilyRow {
  readonly contacts: readonly FamilyContact[];
  /** From the first row towards the viewer, mm. */
  readonly y: number;
  readonly under: boolean;
}

export interface FamilySheet {
  readonly family: ConnectorFamily;
  readonly name: string;
  /** Spacing most of the contacts have along their row, mm. */
  readonly pitchMm: number;
  readonly contacts: readonly FamilyContact[];
  readonly powerOnly: boolean;
  readonly hasData: boolean;
  /** Current the port may be asked for when nothing better is known, A. */
  readonly usualCurrentA: number;
}

/** Contacts closer than this across the row stand on one line, mm. */
const ONE_LINE_MM = 0.3;

/** The rows of a family, derived from where its contacts stand; the one with the first contact first. */
export function familyRows({ contacts }: Pick<FamilySheet, 'contacts'>): FamilyRow[] {
  const rows: { y: number; under: boolean; contacts: FamilyContact[] }[] = [];
  for (const contact of contacts) {
    const under = contact.under === true;
    const row = rows.find((r) => r.under === under && Math.abs(r.y - contact.at.y) < ONE_LINE_MM);
    if (row) row.contacts.push(contact);
    else rows.push({ y: contact.at.y, under, contacts: [contact] });
  }
  return rows.map((r) => ({ ...r, contacts: r.contacts.toSorted((a, b) => a.at.x - b.at.x) }));
}

/** The row of that many contacts; `null` when the family has none, the first when it has several. */
export function rowOfCount(sheet: Pick<FamilySheet, 'contacts'>, count: number): FamilyRow | null {
  return familyRows(sheet).find((r) => r.contacts.length === count) ?? null;
}

type Listed = readonly [number: string, fn: PinFunction, x: number, y?: number];

const contacts = (listed: readonly Listed[]): FamilyContact[] =>
  listed.map(([number, fn, x, y = 0]) => ({
    number,
    function: fn,
    at: { x: Number(x.toFixed(3)), y },
  }));

/** Numbered from 1, evenly spaced about their middle. */
const even = (functions: readonly PinFunction[], pitchMm: number, from = 1): Listed[] =>
  functions.map((fn, i) => [String(from + i), fn, (i - (functions.length - 1) / 2) * pitchMm]);

const FIVE = ['VBUS', 'D-', 'D+', 'ID', 'GND'] as const;

/** 2.5, 2.0 and 2.5 mm apart. */
const A_FOUR: readonly Listed[] = [
  ['1', 'VBUS', -3.5],
  ['2', 'D-', -1],
  ['3', 'D+', 1],
  ['4', 'GND', 3.5],
];

/** The second row stands 1.5 mm further from the opening, its contacts between those of the first. */
const A_NINE: readonly Listed[] = [
  ...A_FOUR,
  ['5', 'SSRX-', 4, -1.5],
  ['6', 'SSRX+', 2, -1.5],
  ['7', 'GND_DRAIN', 0, -1.5],
  ['8', 'SSTX-', -2, -1.5],
  ['9', 'SSTX+', -4, -1.5],
];

/** All nine in one row, every millimetre. */
const A_NINE_PLUG: readonly Listed[] = [
  ['1', 'VBUS', -3],
  ['2', 'D-', -1],
  ['3', 'D+', 1],
  ['4', 'GND', 3],
  ['5', 'SSRX-', 4],
  ['6', 'SSRX+', 2],
  ['7', 'GND_DRAIN', 0],
  ['8', 'SSTX-', -2],
  ['9', 'SSTX+', -4],
];

/** Two and two: 2.5 mm across, 2.0 mm from the opening. */
const B_FOUR: readonly Listed[] = [
  ['1', 'VBUS', 1.25],
  ['2', 'D-', -1.25],
  ['3', 'D+', -1.25, 2],
  ['4', 'GND', 1.25, 2],
];

/** Five and five in one row, a wider gap between them. */
const MICRO_TEN: readonly Listed[] = [
  ...even(FIVE, 0.65).map(([n, fn, x]): Listed => [n, fn, x - 3.35]),
  ...even(['SSTX-', 'SSTX+', 'GND_DRAIN', 'SSRX-', 'SSRX+'], 0.65, 6).map(([n, fn, x]): Listed => [
    n,
    fn,
    x + 3.35,
  ]),
];

/** The 16 contacts of a type C receptacle sit on 12 pads: the outer four pads each take two contacts. */
const C16: readonly Listed[] = [
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
];

const C6: readonly Listed[] = [
  ['B12', 'GND', -2.75],
  ['B9', 'VBUS', -1.52],
  ['A5', 'CC1', -0.5],
  ['B5', 'CC2', 0.5],
  ['A9', 'VBUS', 1.52],
  ['A12', 'GND', 2.75],
];

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
/** The rear row on the surface, the front one under the shell 1.7 mm before it and a quarter of a millimetre aside. */
const C24: readonly Listed[] = [
  ...TYPE_C_A.map((fn, i): Listed => [`A${i + 1}`, fn, (i - 5.5) * 0.5]),
  ...TYPE_C_B.map((fn, i): Listed => [`B${i + 1}`, fn, (5 - i) * 0.5, 1.7]),
];

/** The board stands between the rows: A above, B below it. A plug has one pair of data contacts and no CC2 but VCONN, left to its maker. */
const plugX = (i: number): number => (i === 0 ? -2.825 : i === 11 ? 2.825 : (i - 5.5) * 0.5);
const C_PLUG: readonly FamilyContact[] = [
  ...contacts(TYPE_C_A.map((fn, i): Listed => [`A${i + 1}`, fn, -plugX(i)])),
  ...contacts(
    TYPE_C_B.map((fn, i): Listed => [
      `B${i + 1}`,
      fn === 'CC2' || fn === 'D+' || fn === 'D-' ? 'unknown' : fn,
      plugX(i),
    ]),
  ).map((k) => ({ ...k, under: true as const })),
];

/**
 * Contacts by family: numbers, functions and places. USB 2.0 specification and its connector supplements, USB 3.x and
 * USB Type-C specifications (from memory); pad positions of the 16-contact type C are common practice of land patterns.
 */
export const FAMILIES: Readonly<Record<ConnectorFamily, FamilySheet>> = {
  'usb-a': {
    family: 'usb-a',
    name: 'USB type A',
    pitchMm: 2.5,
    contacts: contacts(A_FOUR),
    powerOnly: false,
    hasData: true,
    usualCurrentA: 0.5,
  },
  'usb-a-plug': {
    family: 'usb-a-plug',
    name: 'USB type A plug',
    pitchMm: 2.5,
    contacts: contacts(A_FOUR),
    powerOnly: false,
    hasData: true,
    usualCurrentA: 0.5,
  },
  'usb-b': {
    family: 'usb-b',
    name: 'USB type B',
    pitchMm: 2.5,
    contacts: contacts(B_FOUR),
    powerOnly: false,
    hasData: true,
    usualCurrentA: 0.5,
  },
  'mini-b': {
    family: 'mini-b',
    name: 'USB Mini-B',
    pitchMm: 0.8,
    contacts: contacts(even(FIVE, 0.8)),
    powerOnly: false,
    hasData: true,
    usualCurrentA: 0.5,
  },
  'micro-b': {
    family: 'micro-b',
    name: 'USB Micro-B',
    pitchMm: 0.65,
    contacts: contacts(even(FIVE, 0.65)),
    powerOnly: false,
    hasData: true,
    usualCurrentA: 0.5,
  },
  'micro-a': {
    family: 'micro-a',
    name: 'USB Micro-A',
    pitchMm: 0.65,
    contacts: contacts(even(FIVE, 0.65)),
    powerOnly: false,
    hasData: true,
    usualCurrentA: 0.5,
  },
  'micro-ab': {
    family: 'micro-ab',
    name: 'USB Micro-AB',
    pitchMm: 0.65,
    contacts: contacts(even(FIVE, 0.65)),
    powerOnly: false,
    hasData: true,
    usualCurrentA: 0.5,
  },
  'usb-a-3': {
    family: 'usb-a-3',
    name: 'USB 3 type A',
    pitchMm: 2.5,
    contacts: contacts(A_NINE),
    powerOnly: false,
    hasData: true,
    usualCurrentA: 0.9,
  },
  'usb-a-3-plug': {
    family: 'usb-a-3-plug',
    name: 'USB 3 type A plug',
    pitchMm: 1,
    contacts: contacts(A_NINE_PLUG),
    powerOnly: false,
    hasData: true,
    usualCurrentA: 0.9,
  },
  'micro-b-3': {
    family: 'micro-b-3',
    name: 'USB 3 Micro-B',
    pitchMm: 0.65,
    contacts: contacts(MICRO_TEN),
    powerOnly: false,
    hasData: true,
    usualCurrentA: 0.9,
  },
  'type-c-16': {
    family: 'type-c-16',
    name: 'type C, 16 contacts',
    pitchMm: 0.5,
    contacts: contacts(C16),
    powerOnly: false,
    hasData: true,
    usualCurrentA: 0.5,
  },
  'type-c-24': {
    family: 'type-c-24',
    name: 'type C, 24 contacts',
    pitchMm: 0.5,
    contacts: contacts(C24),
    powerOnly: false,
    hasData: true,
    usualCurrentA: 0.9,
  },
  'type-c-6': {
    family: 'type-c-6',
    name: 'type C, 6 contacts (power only)',
    pitchMm: 1,
    contacts: contacts(C6),
    powerOnly: true,
    hasData: false,
    usualCurrentA: 0.5,
  },
  'type-c-plug': {
    family: 'type-c-plug',
    name: 'type C plug',
    pitchMm: 0.5,
    contacts: C_PLUG,
    powerOnly: false,
    hasData: true,
    usualCurrentA: 0.9,
  },
  other: {
    family: 'other',
    name: 'another connector',
    pitchMm: 1,
    contacts: [],
    powerOnly: false,
    hasData: false,
    usualCurrentA: 0.5,
  },
};
