import type { ComponentKind } from '../board/board';
import type { PinFunction } from '../connector/pin-function';
import { functionGroup } from '../connector/pin-function';
import type { OutcomeChances, Primitive } from './primitive';
import { mixtureChances } from './primitive';

/** What a net is, as far as tracing cares. `far` nets lie behind the first part of a line. */
export type NetKind =
  | 'ground'
  | 'supply'
  | 'data'
  | 'configuration'
  | 'identity'
  | 'sideband'
  | 'superspeed'
  | 'far supply'
  | 'far data'
  | 'other supply'
  | 'rail'
  | 'other'
  | 'alone';

type Mixture = readonly (readonly [number, Primitive])[];

/** One row of the signature table: what a meter meets between two kinds of net. */
export interface SignatureRow {
  readonly between: readonly [NetKind, NetKind];
  readonly mixture: Mixture;
  /** What the person sees, in words. */
  readonly shows: string;
  readonly source: string;
}

const WIRE: Primitive = { way: 'wire' };
const APART: Primitive = { way: 'apart' };
const CLIMBS: Primitive = { way: 'climbs' };
const ohms = (middle: number, spread: number): Primitive => ({ way: 'ohms', middle, spread });
const up = (volts: number, spread: number, leak = 4e6): Primitive => ({
  way: 'junction',
  volts,
  spread,
  leak,
});
const down = (volts: number, spread: number, leak = 4e6): Primitive => ({
  way: 'junction back',
  volts,
  spread,
  leak,
});
const COMMON = 'common practice';

/**
 * The signature table: what each function's net shows against ground, rails and its own far side. The first of the two kinds is where
 * red goes. Weights and spreads are a judgement; what they describe has its source beside it.
 */
export const SIGNATURES: readonly SignatureRow[] = [
  {
    between: ['ground', 'supply'],
    mixture: [
      [0.6, up(0.52, 0.1, 2e5)],
      [0.16, CLIMBS],
      [0.06, APART],
      [0.04, ohms(1, 0.9)],
      [0.14, ohms(2e5, 1.8)],
    ],
    shows: 'kilohms or a figure that climbs; 0.4 to 0.7 V with red on ground',
    source: COMMON,
  },
  {
    between: ['ground', 'data'],
    mixture: [
      [0.86, up(0.63, 0.09, 5e6)],
      [0.06, APART],
      [0.06, ohms(2e4, 1)],
      [0.02, ohms(30, 1)],
    ],
    shows: 'megohms or OL; 0.5 to 0.75 V with red on ground, through the clamps of the chip',
    source: COMMON,
  },
  {
    between: ['ground', 'configuration'],
    mixture: [
      [0.93, ohms(5100, 0.05)],
      [0.05, APART],
      [0.02, WIRE],
    ],
    shows: '5.1 kΩ either way round',
    source: 'USB Type-C specification, Rd of a device (from memory)',
  },
  {
    between: ['ground', 'identity'],
    mixture: [
      [0.84, APART],
      [0.06, WIRE],
      [0.1, up(0.62, 0.1)],
    ],
    shows: 'nothing: not connected in most devices',
    source: COMMON,
  },
  {
    between: ['ground', 'sideband'],
    mixture: [
      [0.9, APART],
      [0.1, up(0.62, 0.1)],
    ],
    shows: 'nothing as a rule',
    source: COMMON,
  },
  {
    between: ['ground', 'superspeed'],
    mixture: [
      [0.65, APART],
      [0.35, up(0.62, 0.1)],
    ],
    shows: 'OL: a capacitor stands in each line that sends',
    source: 'USB 3.x specification, AC coupling of the transmitter (from memory)',
  },
  {
    between: ['ground', 'far supply'],
    mixture: [
      [0.5, up(0.5, 0.1, 1.5e5)],
      [0.32, CLIMBS],
      [0.03, ohms(1, 0.9)],
      [0.15, ohms(1e5, 1.8)],
    ],
    shows: 'as VBUS, with the larger capacitors',
    source: COMMON,
  },
  {
    between: ['ground', 'far data'],
    mixture: [
      [0.9, up(0.63, 0.09, 5e6)],
      [0.1, APART],
    ],
    shows: 'as its line',
    source: COMMON,
  },
  {
    between: ['ground', 'other supply'],
    mixture: [
      [0.3, CLIMBS],
      [0.3, up(0.5, 0.12, 2e5)],
      [0.2, ohms(2e5, 1.8)],
      [0.2, APART],
    ],
    shows: 'as any supply',
    source: COMMON,
  },
  {
    between: ['ground', 'rail'],
    mixture: [
      [0.4, up(0.5, 0.1, 1.2e4)],
      [0.35, CLIMBS],
      [0.2, ohms(1.2e4, 1)],
      [0.05, ohms(30, 2)],
    ],
    shows: 'a few kilohms, climbing',
    source: COMMON,
  },
  {
    between: ['ground', 'other'],
    mixture: [
      [0.42, up(0.62, 0.1, 4e6)],
      [0.3, APART],
      [0.14, ohms(8e3, 1.1)],
      [0.08, ohms(3e5, 1.5)],
      [0.06, ohms(100, 2)],
    ],
    shows: 'anything',
    source: COMMON,
  },
  {
    between: ['supply', 'far supply'],
    mixture: [
      [0.55, ohms(0.42, 0.4)],
      [0.3, up(0.2, 0.07, 5e4)],
      [0.05, down(0.55, 0.1, 1e5)],
      [0.1, ohms(1e5, 1.6)],
    ],
    shows: 'tenths of an ohm through a fuse, bead or coil; 0.15 to 0.35 V through a Schottky',
    source: COMMON,
  },
  {
    between: ['data', 'far data'],
    mixture: [
      [0.75, ohms(26, 0.2)],
      [0.2, ohms(0.75, 0.4)],
      [0.05, APART],
    ],
    shows: '22, 27 or 33 Ω through the series resistor; under 1 Ω through a choke',
    source: 'series resistors of full-speed drivers (USB 2.0 specification, from memory); common practice',
  },
  {
    between: ['data', 'data'],
    mixture: [
      [0.5, APART],
      [0.33, ohms(1e7, 1.3)],
      [0.09, up(1.2, 0.3)],
      [0.08, down(1.2, 0.3)],
    ],
    shows: 'nothing between D+ and D-',
    source: COMMON,
  },
  {
    between: ['data', 'rail'],
    mixture: [
      [0.5, up(0.63, 0.1, 2e6)],
      [0.12, ohms(1500, 0.06)],
      [0.38, APART],
    ],
    shows: 'a clamp to the rail; 1.5 kΩ where D+ is pulled up outside the chip',
    source: 'pull-up of a full-speed device (USB 2.0 specification, from memory)',
  },
  {
    between: ['supply', 'rail'],
    mixture: [
      [0.3, down(0.5, 0.12, 2e5)],
      [0.25, up(0.2, 0.08, 5e4)],
      [0.25, ohms(2e5, 1.5)],
      [0.2, APART],
    ],
    shows: 'a junction one way or the other',
    source: COMMON,
  },
  {
    between: ['supply', 'other supply'],
    mixture: [
      [0.5, ohms(4e5, 1.5)],
      [0.4, APART],
      [0.1, up(0.7, 0.3)],
    ],
    shows: 'no ring: they meet only at the cathode of the dual diode',
    source: COMMON,
  },
  {
    between: ['far supply', 'other supply'],
    mixture: [
      [0.55, down(0.2, 0.08, 5e4)],
      [0.3, ohms(2e5, 1.5)],
      [0.15, APART],
    ],
    shows: '0.15 to 0.35 V from the other supply to the cathode',
    source: COMMON,
  },
];

const ELSEWHERE: Mixture = [
  [0.42, APART],
  [0.32, ohms(2e6, 1.9)],
  [0.09, up(0.65, 0.25)],
  [0.09, down(0.65, 0.25)],
  [0.03, ohms(40, 1.4)],
  [0.05, ohms(5e3, 1.3)],
];

const flipped = (mixture: Mixture): Mixture =>
  mixture.map(([w, p]) => {
    if (p.way === 'junction') return [w, { ...p, way: 'junction back' }];
    return p.way === 'junction back' ? [w, { ...p, way: 'junction' }] : [w, p];
  });

/** Kind of the net that a function's track runs on. */
export function kindOf(f: PinFunction): NetKind {
  const group = functionGroup(f);
  if (group === 'audio' || group === 'unknown') return 'other';
  return group;
}

const BETWEEN: ReadonlyMap<string, OutcomeChances> = new Map(
  SIGNATURES.flatMap(({ between: [a, b], mixture }) => [
    [`${b}|${a}`, mixtureChances(flipped(mixture))] as const,
    [`${a}|${b}`, mixtureChances(mixture)] as const,
  ]),
);
const ELSEWHERE_CHANCES = mixtureChances(ELSEWHERE);
const NOTHING_CHANCES = mixtureChances([[1, APART]]);
const SAME_CHANCES = mixtureChances([[1, WIRE]]);

/** Which parts that a line can run through are marked on the board; what is not marked may still be there, but seldom. */
export interface LinePaths {
  /** Fuse, bead, coil. */
  readonly low: boolean;
  readonly resistor: boolean;
  readonly choke: boolean;
  readonly junction: boolean;
}
const ALL_PATHS: LinePaths = { low: true, resistor: true, choke: true, junction: true };
const UNMARKED = 0.06;

/** What stands between a line and its far side, by the parts that are marked. */
function throughLine(line: 'supply' | 'data', { low, resistor, choke, junction }: LinePaths): Mixture {
  const if_ = (there: boolean, weight: number): number => weight * (there ? 1 : UNMARKED);
  return line === 'supply'
    ? [
        [if_(low, 0.55), ohms(0.42, 0.4)],
        [if_(junction, 0.3), up(0.2, 0.07, 5e4)],
        [0.05, down(0.55, 0.1, 1e5)],
        [0.12, ohms(1e5, 1.6)],
      ]
    : [
        [if_(resistor, 0.75), ohms(26, 0.2)],
        [if_(choke, 0.2), ohms(0.75, 0.4)],
        [0.05, APART],
      ];
}

/**
 * Chances of every outcome between two nets, red on the first.
 * @param same whether both points are on one net
 * @param linked whether one lies behind the first part of the other
 * @param through the parts a line may run through on this board
 */
export function betweenNets(
  red: NetKind,
  black: NetKind,
  same: boolean,
  linked: boolean,
  through: LinePaths = ALL_PATHS,
): OutcomeChances {
  if (red === 'alone' || black === 'alone') return NOTHING_CHANCES;
  if (same) return SAME_CHANCES;
  const far =
    red.startsWith('far') !== black.startsWith('far') &&
    red.replace('far ', '') === black.replace('far ', '');
  if (far && !linked) return ELSEWHERE_CHANCES;
  if (far) {
    const mixture = throughLine(red.endsWith('supply') ? 'supply' : 'data', through);
    return mixtureChances(red.startsWith('far') ? flipped(mixture) : mixture);
  }
  return BETWEEN.get(`${red}|${black}`) ?? ELSEWHERE_CHANCES;
}

/** What a reading across a part shows when the part has nothing to do with the port. */
const ACROSS: ReadonlyMap<string, OutcomeChances> = new Map(
  Object.entries({
    resistor: [
      [0.16, ohms(26, 0.35)],
      [0.1, ohms(60, 0.6)],
      [0.08, ohms(1500, 0.08)],
      [0.1, ohms(5100, 0.06)],
      [0.4, ohms(9e3, 1.3)],
      [0.1, ohms(1e5, 1)],
      [0.06, ohms(1e6, 1.2)],
    ],
    low: [
      [0.96, ohms(0.4, 0.5)],
      [0.04, APART],
    ],
    diode: [
      [0.62, up(0.2, 0.07, 5e4)],
      [0.2, up(0.55, 0.1)],
      [0.1, down(0.55, 0.1)],
      [0.08, APART],
    ],
  } satisfies Record<string, Mixture>).map(([kind, mixture]) => [kind, mixtureChances(mixture)]),
);

/** Chances across a part's own two ends, red on its first, for a part of no line; `null` where its kind says nothing. */
export function acrossPart(kind: ComponentKind): OutcomeChances | null {
  return ACROSS.get(['fuse', 'bead', 'inductor', 'choke'].includes(kind) ? 'low' : kind) ?? null;
}
