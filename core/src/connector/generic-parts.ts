import type { Oblong } from '../geometry/oblong';
import { oblong } from '../geometry/oblong';
import { FAMILIES } from './family';
import type { ConnectorFamily } from './family';
import type { ConnectorPart, LandRole, PartLand, Stance } from './part';
import type { PartFamily } from './part-family';
import { contactFunction } from './part-family';

/**
 * Parts that are met again and again, drawn with the contacts to the back and the mouth down the page. Contact places are those of the USB
 * specifications and their connector supplements, from memory; legs, pegs and pads are common land patterns, from memory; whatever is on the
 * market differs in tenths, so a part in hand is measured or its own drawing imported.
 */

type At = readonly [x: number, y: number];

const round = (d: number): Oblong => oblong(d, d, 0);
/** Wide across the page, high along it. */
const box = (wide: number, high: number): Oblong => oblong(wide, high, 0);

function land(
  role: LandRole,
  numbers: readonly string[],
  at: At,
  copper: Oblong,
  hole: Oblong | null,
  family: PartFamily,
): PartLand {
  const [first] = numbers;
  return {
    numbers,
    role,
    function: (role === 'contact' && first !== undefined && contactFunction(family, first)) || 'unknown',
    at: { x: at[0], y: at[1] },
    copper,
    hole,
    metal: null,
  };
}

const both = (x: number, y: number): At[] => [
  [-x, y],
  [x, y],
];

interface Legs {
  readonly at: readonly At[];
  readonly hole?: Oblong;
  readonly copper?: Oblong;
  readonly peg?: boolean;
}

interface Drawn {
  readonly id: string;
  readonly name: string;
  readonly family: PartFamily;
  readonly stance: Stance;
  readonly contacts: readonly PartLand[];
  readonly legs: readonly Legs[];
  readonly frontMm?: number;
  readonly edgeMm?: number;
  readonly narrowSide?: 'up' | 'down';
  readonly openingHeightMm?: number;
  readonly shellMm?: readonly [number, number];
  readonly heightMm?: number;
  readonly ratedA: number;
  readonly source?: string;
}

const RING_MM = 0.4;
const grown = (o: Oblong): Oblong => ({ ...o, widthMm: o.widthMm + RING_MM, lengthMm: o.lengthMm + RING_MM });

function part(d: Drawn): ConnectorPart {
  const legs = d.legs.flatMap(({ at, hole, copper, peg }) =>
    at.map((p) =>
      land(
        peg ? 'peg' : 'leg',
        [],
        p,
        copper ?? (hole ? (peg ? hole : grown(hole)) : round(1)),
        hole ?? null,
        d.family,
      ),
    ),
  );
  return {
    id: `generic/${d.id}`,
    name: d.name,
    family: d.family,
    stance: d.stance,
    lands: [...d.contacts, ...legs],
    mouthDeg: d.stance === 'vertical' ? null : 90,
    frontMm: d.frontMm ?? null,
    edgeMm: d.edgeMm ?? null,
    narrowSide: d.narrowSide ?? null,
    openingHeightMm: d.openingHeightMm ?? null,
    lip: null,
    shellMm: d.shellMm ?? null,
    exit: 'behind',
    heightMm: d.heightMm ?? null,
    ratedA: d.ratedA,
    source: d.source ?? 'from memory, common land pattern',
  };
}

/** The contacts of a family where they stand, each on a land of its own. */
function row(
  family: ConnectorFamily,
  as: PartFamily,
  copper: Oblong,
  hole: Oblong | null = null,
): PartLand[] {
  return FAMILIES[family].contacts
    .filter((c) => c.under !== true)
    .map((c) => land('contact', c.number.split('/'), [c.at.x, c.at.y], copper, hole, as));
}

/** Parts are drawn with the opening towards the viewer, plugs are listed with it away. */
const turned = (lands: readonly PartLand[]): PartLand[] =>
  lands.map((l) => ({ ...l, at: { x: -l.at.x, y: -l.at.y } }));

/** Contacts listed by number. */
const listed = (
  family: PartFamily,
  at: Readonly<Record<string, At>>,
  copper: Oblong,
  hole: Oblong | null,
): PartLand[] => Object.entries(at).map(([number, p]) => land('contact', [number], p, copper, hole, family));

const C16 = row('type-c-16', 'type-c-16', box(0.3, 1.3)).map((l) =>
  Math.abs(l.at.x) > 2 ? { ...l, copper: box(0.6, 1.3) } : l,
);
const C_PEGS: Legs = { at: both(2.89, 1.45), hole: round(0.65), peg: true };
const C_SHELL = [8.94, 3.26] as const;

/** Both rows of a type C with all contacts, the front row under the shell. */
const C24 = row('type-c-24', 'type-c-24', box(0.28, 1)).map((l) =>
  l.at.y > 0 ? { ...l, copper: box(0.28, 0.9) } : l,
);

const A_PIN = round(0.92);
export const GENERIC_PARTS: readonly ConnectorPart[] = [
  part({
    id: 'a-lying',
    name: 'USB A, lying, through-hole',
    family: 'usb-a',
    stance: 'right-angle',
    contacts: row('usb-a', 'usb-a', round(1.6), A_PIN),
    legs: [{ at: both(6.57, 2.71), hole: round(2.3) }],
    frontMm: 13,
    narrowSide: 'down',
    openingHeightMm: 3.6,
    shellMm: [13.1, 5.7],
    heightMm: 7,
    ratedA: 1.5,
  }),
  part({
    id: 'a-upright',
    name: 'USB A, upright, through-hole',
    family: 'usb-a',
    stance: 'vertical',
    contacts: row('usb-a', 'usb-a', round(1.5), A_PIN),
    legs: [{ at: both(6.57, 2.3), hole: round(2.3) }],
    heightMm: 14,
    ratedA: 1.5,
  }),
  part({
    id: 'a-surface',
    name: 'USB A, lying, surface pins, two legs',
    family: 'usb-a',
    stance: 'right-angle',
    contacts: row('usb-a', 'usb-a', box(1.1, 2.4)),
    legs: [
      { at: both(6.57, 3.6), hole: box(1, 2.3) },
      { at: both(2.25, 3.1), hole: round(1.1), peg: true },
    ],
    frontMm: 13.4,
    narrowSide: 'down',
    shellMm: [13.1, 5.7],
    heightMm: 6.8,
    ratedA: 1.5,
  }),
  part({
    id: 'a-plug',
    name: 'USB A plug, lying, surface pins',
    family: 'usb-a-plug',
    stance: 'right-angle',
    contacts: turned(row('usb-a', 'usb-a-plug', box(1, 2.2))),
    legs: [
      { at: both(5.85, 2.1), hole: box(1, 2.4) },
      { at: both(2.25, 1.9), hole: round(1.1), peg: true },
    ],
    frontMm: 18,
    shellMm: [12, 4.5],
    heightMm: 4.5,
    ratedA: 1.5,
  }),
  part({
    id: 'a3-plug',
    name: 'USB 3 A plug, lying, surface pins',
    family: 'usb-a-3-plug',
    stance: 'right-angle',
    contacts: turned(row('usb-a-3-plug', 'usb-a-3-plug', box(0.6, 2.2))),
    legs: [{ at: both(5.85, 2.45), hole: box(1, 2.4) }],
    frontMm: 18,
    shellMm: [12, 4.5],
    heightMm: 4.5,
    ratedA: 1.8,
  }),
  part({
    id: 'a3-lying',
    name: 'USB 3 A, lying, through-hole',
    family: 'usb-a-3',
    stance: 'right-angle',
    contacts: row('usb-a-3', 'usb-a-3', round(1.1), round(0.7)),
    legs: [{ at: both(6.57, 4.2), hole: round(2.3) }],
    frontMm: 13.5,
    narrowSide: 'down',
    shellMm: [13.1, 5.7],
    heightMm: 7,
    ratedA: 1.8,
  }),
  part({
    id: 'b-lying',
    name: 'USB B, lying, through-hole',
    family: 'usb-b',
    stance: 'right-angle',
    contacts: row('usb-b', 'usb-b', round(1.6), A_PIN),
    legs: [{ at: both(6.02, 4.71), hole: round(2.3) }],
    frontMm: 15,
    narrowSide: 'up',
    shellMm: [12, 11],
    heightMm: 11,
    ratedA: 1.5,
  }),
  part({
    id: 'mini-surface',
    name: 'Mini-B, lying, surface legs',
    family: 'mini-b',
    stance: 'right-angle',
    contacts: row('mini-b', 'mini-b', box(0.5, 2)),
    legs: [
      { at: [...both(4.45, 0.2), ...both(4.45, 5.7)], copper: box(2, 2.5) },
      { at: both(2.2, 2.6), hole: round(0.9), peg: true },
    ],
    frontMm: 8.2,
    narrowSide: 'down',
    openingHeightMm: 2,
    shellMm: [7.7, 3.9],
    heightMm: 4,
    ratedA: 1,
  }),
  part({
    id: 'mini-through',
    name: 'Mini-B, lying, through-hole',
    family: 'mini-b',
    stance: 'right-angle',
    contacts: listed(
      'mini-b',
      { '1': [-1.6, 0], '2': [-0.8, 1.2], '3': [0, 0], '4': [0.8, 1.2], '5': [1.6, 0] },
      round(1.1),
      round(0.7),
    ),
    legs: [{ at: both(3.65, 5.4), hole: box(0.9, 2) }],
    frontMm: 9.3,
    narrowSide: 'down',
    shellMm: [7.7, 3.9],
    heightMm: 4,
    ratedA: 1,
  }),
  part({
    id: 'mini-upright',
    name: 'Mini-B, upright, through-hole',
    family: 'mini-b',
    stance: 'vertical',
    contacts: listed(
      'mini-b',
      { '1': [-1.6, 0], '2': [-0.8, 1.2], '3': [0, 0], '4': [0.8, 1.2], '5': [1.6, 0] },
      round(1.1),
      round(0.7),
    ),
    legs: [{ at: both(3.7, 0.6), hole: box(0.9, 2) }],
    heightMm: 9,
    ratedA: 1,
  }),
  part({
    id: 'micro-surface',
    name: 'Micro-B, lying, four surface legs',
    family: 'micro-b',
    stance: 'right-angle',
    contacts: row('micro-b', 'micro-b', box(0.4, 1.35)),
    legs: [
      { at: both(3.1, 0.15), copper: box(2.1, 1.6) },
      { at: both(3.8, 2.7), copper: box(1.8, 1.9) },
      { at: both(1.2, 2.7), copper: box(1.9, 1.9) },
    ],
    frontMm: 4.85,
    edgeMm: 4.1,
    narrowSide: 'down',
    openingHeightMm: 1.25,
    shellMm: [7.5, 2.5],
    heightMm: 2.5,
    ratedA: 1.8,
  }),
  part({
    id: 'micro-slots-7',
    name: 'Micro-B, lying, slots 7.2 mm apart',
    family: 'micro-b',
    stance: 'right-angle',
    contacts: row('micro-b', 'micro-b', box(0.4, 1.35)),
    legs: [
      { at: both(3.6, 2.75), hole: box(0.6, 1.2) },
      { at: both(2.43, 0.3), hole: box(0.85, 0.5) },
    ],
    frontMm: 4.85,
    edgeMm: 4.15,
    narrowSide: 'down',
    openingHeightMm: 1.25,
    shellMm: [7.5, 2.5],
    heightMm: 2.5,
    ratedA: 1.8,
  }),
  part({
    id: 'micro-slots-5',
    name: 'Micro-B, lying, slots 4.9 mm apart at the back',
    family: 'micro-b',
    stance: 'right-angle',
    contacts: row('micro-b', 'micro-b', box(0.4, 1.4)),
    legs: [
      { at: both(2.45, 0.9), hole: box(0.5, 1) },
      { at: both(3.6, 3.9), hole: box(0.5, 1.3) },
    ],
    frontMm: 5.7,
    edgeMm: 5,
    narrowSide: 'down',
    openingHeightMm: 1.25,
    shellMm: [7.5, 2.5],
    heightMm: 2.5,
    ratedA: 1.8,
  }),
  part({
    id: 'micro-pegs',
    name: 'Micro-B, lying, surface legs and pegs',
    family: 'micro-b',
    stance: 'right-angle',
    contacts: row('micro-b', 'micro-b', box(0.45, 1.3)),
    legs: [
      { at: both(3.88, 1), copper: box(1.55, 1.5) },
      { at: both(3.88, 3.4), copper: box(1.55, 1.9) },
      { at: both(2.5, 1.1), hole: round(0.8), peg: true },
    ],
    frontMm: 5.4,
    narrowSide: 'down',
    shellMm: [7.5, 2.5],
    heightMm: 2.6,
    ratedA: 1.8,
  }),
  part({
    id: 'micro-upright',
    name: 'Micro-B, upright',
    family: 'micro-b',
    stance: 'vertical',
    contacts: row('micro-b', 'micro-b', box(0.4, 1.5)),
    legs: [{ at: both(3.6, 1.2), hole: box(0.7, 1.6) }],
    heightMm: 6.5,
    ratedA: 1.8,
  }),
  part({
    id: 'micro-ab',
    name: 'Micro-AB, lying, surface legs',
    family: 'micro-ab',
    stance: 'right-angle',
    contacts: row('micro-b', 'micro-ab', box(0.45, 1.4)),
    legs: [
      { at: both(3.4, 0.35), copper: box(1.9, 1.9) },
      { at: both(3.7, 3), copper: box(2.1, 1.9) },
      { at: [[0, 3]], copper: box(2, 1.9) },
    ],
    frontMm: 4.8,
    shellMm: [7.5, 2.5],
    heightMm: 2.7,
    ratedA: 1.8,
  }),
  part({
    id: 'micro3',
    name: 'USB 3 Micro-B, lying',
    family: 'micro-b-3',
    stance: 'right-angle',
    contacts: listed(
      'micro-b-3',
      Object.fromEntries(
        ['1', '2', '3', '4', '5', '6', '7', '8', '9', '10'].map((n, i): [string, At] => [
          n,
          [(i < 5 ? -4.2 : -1.6) + 0.65 * i, 0],
        ]),
      ),
      box(0.35, 1.3),
      null,
    ),
    legs: [{ at: both(5.9, 2.6), hole: box(0.7, 1.5) }],
    frontMm: 4.3,
    edgeMm: 3.6,
    shellMm: [12.3, 2.5],
    heightMm: 2.6,
    ratedA: 1.8,
  }),
  part({
    id: 'c16-lying',
    name: 'Type C, 16 contacts, lying, four slots',
    family: 'type-c-16',
    stance: 'right-angle',
    contacts: C16,
    legs: [
      { at: both(4.32, 0.92), hole: box(0.6, 1.7) },
      { at: both(4.32, 5.1), hole: box(0.6, 1.2) },
      C_PEGS,
    ],
    frontMm: 7.4,
    edgeMm: 6.9,
    openingHeightMm: 1.6,
    shellMm: C_SHELL,
    heightMm: 3.26,
    ratedA: 3,
  }),
  part({
    id: 'c16-sunk',
    name: 'Type C, 16 contacts, sunk into the board',
    family: 'type-c-16',
    stance: 'mid-mount',
    contacts: C16,
    legs: [
      { at: both(4.9, 1.4), hole: box(0.6, 1.4) },
      { at: both(4.9, 4.6), hole: box(0.6, 1.4) },
    ],
    frontMm: 7.2,
    edgeMm: 1.2,
    openingHeightMm: 0.8,
    shellMm: C_SHELL,
    heightMm: 1.7,
    ratedA: 3,
  }),
  part({
    id: 'c16-upright',
    name: 'Type C, 16 contacts, upright',
    family: 'type-c-16',
    stance: 'vertical',
    contacts: C16,
    legs: [{ at: both(4.5, 1.1), hole: box(0.7, 1.6) }],
    heightMm: 6.5,
    shellMm: C_SHELL,
    ratedA: 3,
  }),
  part({
    id: 'c6-lying',
    name: 'Type C, 6 contacts, lying, four slots',
    family: 'type-c-6',
    stance: 'right-angle',
    contacts: row('type-c-6', 'type-c-6', box(0.7, 1.3)),
    legs: [
      { at: both(4.32, 0.75), hole: box(0.6, 1.7) },
      { at: both(4.32, 4.55), hole: box(0.6, 1.4) },
    ],
    frontMm: 6.1,
    edgeMm: 5.6,
    openingHeightMm: 1.6,
    shellMm: C_SHELL,
    heightMm: 3.16,
    ratedA: 3,
  }),
  part({
    id: 'c24-lying',
    name: 'Type C, 24 contacts, lying, two rows',
    family: 'type-c-24',
    stance: 'right-angle',
    contacts: C24,
    legs: [
      { at: both(4.13, 0.5), hole: round(0.9) },
      { at: both(4.49, 5), hole: round(0.9) },
    ],
    frontMm: 9.4,
    edgeMm: 8.7,
    openingHeightMm: 1.6,
    shellMm: C_SHELL,
    heightMm: 3.3,
    ratedA: 5,
  }),
  part({
    id: 'barrel-lying',
    name: 'Barrel jack 5.5 mm, lying, three slots',
    family: 'barrel-jack',
    stance: 'right-angle',
    contacts: [
      ...listed('barrel-jack', { '1': [0, 0] }, box(4, 2), box(3.2, 1)),
      ...listed('barrel-jack', { '2': [0, 6] }, box(4, 2), box(3.2, 1)),
      ...listed('barrel-jack', { '3': [4.7, 3] }, box(2, 4), box(1, 3.2)),
    ],
    legs: [],
    frontMm: 13.7,
    shellMm: [9, 11],
    heightMm: 11,
    ratedA: 2,
  }),
  part({
    id: 'audio-35',
    name: '3.5 mm jack, lying, through-hole',
    family: 'audio-jack',
    stance: 'right-angle',
    contacts: listed('audio-jack', { S: [0, 0], T: [-2.5, 3], R: [2.5, 5] }, box(1.6, 2.2), box(0.8, 1.4)),
    legs: [
      {
        at: [
          [0, 2.5],
          [0, 9.5],
        ],
        hole: round(1.2),
        peg: true,
      },
    ],
    frontMm: 13.5,
    shellMm: [6, 5],
    heightMm: 5,
    ratedA: 1,
  }),
  part({
    id: 'battery-2',
    name: 'Battery plug, 2 pins, pitch 2.0 mm, lying',
    family: 'battery-plug',
    stance: 'right-angle',
    contacts: listed('battery-plug', { '1': [-1, 0], '2': [1, 0] }, box(1, 3.5), null),
    legs: [{ at: both(3.35, 5.5), copper: box(1.5, 3.4) }],
    frontMm: 7,
    heightMm: 4.7,
    ratedA: 2,
  }),
  part({
    id: 'battery-125',
    name: 'Battery plug, 2 pins, pitch 1.25 mm, lying',
    family: 'battery-plug',
    stance: 'right-angle',
    contacts: listed('battery-plug', { '1': [-0.625, 0], '2': [0.625, 0] }, box(0.8, 1.6), null),
    legs: [{ at: both(2.5, 2.9), copper: box(1.6, 3) }],
    frontMm: 4.5,
    heightMm: 3.4,
    ratedA: 1,
  }),
];
