import type { PinFunction } from '../connector/pin-function';
import { functionGroup } from '../connector/pin-function';
import type { Primitive } from './primitive';

/** What a net is, as far as tracing cares. `far` nets lie behind the first part of a line. */
export type NetKind =
  | 'ground'
  | 'supply'
  | 'data'
  | 'data plus'
  | 'configuration'
  | 'identity'
  | 'sideband'
  | 'superspeed'
  | 'far supply'
  | 'far data'
  | 'far data plus'
  | 'other supply'
  | 'rail'
  | 'other'
  | 'alone';

export type Mixture = readonly (readonly [number, Primitive])[];

/** One row of the signature table: what a meter meets between two kinds of net. */
export interface SignatureRow {
  readonly between: readonly [NetKind, NetKind];
  readonly mixture: Mixture;
  /** What the person sees, in words. */
  readonly shows: string;
  readonly source: string;
}

export const A_WIRE: Primitive = { way: 'wire' };
export const NOTHING_BETWEEN: Primitive = { way: 'apart' };
const CLIMBS: Primitive = { way: 'climbs' };
export const ohmsAbout = (middle: number, spread: number): Primitive => ({ way: 'ohms', middle, spread });
export const junctionUp = (volts: number, spread: number, leak = 4e6): Primitive => ({
  way: 'junction',
  volts,
  spread,
  leak,
});
export const junctionDown = (volts: number, spread: number, leak = 4e6): Primitive => ({
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
      [0.34, junctionUp(0.54, 0.1, 2e5)],
      [0.48, CLIMBS],
      [0.05, NOTHING_BETWEEN],
      [0.03, ohmsAbout(1, 0.9)],
      [0.1, ohmsAbout(2e5, 1.8)],
    ],
    shows: 'kilohms or a figure that climbs; 0.4 to 0.7 V with red on ground',
    source: COMMON,
  },
  {
    between: ['ground', 'data'],
    mixture: [
      [0.87, junctionUp(0.65, 0.06, 5e6)],
      [0.05, NOTHING_BETWEEN],
      [0.05, junctionUp(0.65, 0.06, 1.5e4)],
      [0.02, ohmsAbout(2e4, 1)],
      [0.01, ohmsAbout(30, 1)],
    ],
    shows: 'megohms or OL; 0.5 to 0.75 V with red on ground, through the clamps of the chip',
    source: COMMON,
  },
  {
    between: ['ground', 'data plus'],
    mixture: [
      [0.7, junctionUp(0.65, 0.06, 5e6)],
      [0.05, NOTHING_BETWEEN],
      [0.22, junctionUp(0.65, 0.06, 9e3)],
      [0.02, ohmsAbout(2e4, 1)],
      [0.01, ohmsAbout(30, 1)],
    ],
    shows: 'as D-; kilohms where the 1.5 kΩ of a full-speed device leads to its rail',
    source: 'pull-up of a full-speed device (USB 2.0 specification, from memory); common practice',
  },
  {
    between: ['ground', 'configuration'],
    mixture: [
      [0.83, ohmsAbout(5100, 0.03)],
      [0.04, ohmsAbout(4700, 0.03)],
      [0.06, junctionUp(0.65, 0.1)],
      [0.05, NOTHING_BETWEEN],
      [0.02, A_WIRE],
    ],
    shows: '5.1 kΩ either way round; a clamp where a port controller has it',
    source: 'USB Type-C specification, Rd of a device (from memory)',
  },
  {
    between: ['ground', 'identity'],
    mixture: [
      [0.84, NOTHING_BETWEEN],
      [0.06, A_WIRE],
      [0.1, junctionUp(0.62, 0.1)],
    ],
    shows: 'nothing: not connected in most devices',
    source: COMMON,
  },
  {
    between: ['ground', 'sideband'],
    mixture: [
      [0.9, NOTHING_BETWEEN],
      [0.1, junctionUp(0.62, 0.1)],
    ],
    shows: 'nothing as a rule',
    source: COMMON,
  },
  {
    between: ['ground', 'superspeed'],
    mixture: [
      [0.65, NOTHING_BETWEEN],
      [0.35, junctionUp(0.62, 0.1)],
    ],
    shows: 'OL: a capacitor stands in each line that sends',
    source: 'USB 3.x specification, AC coupling of the transmitter (from memory)',
  },
  {
    between: ['ground', 'far supply'],
    mixture: [
      [0.35, junctionUp(0.54, 0.1, 1.5e5)],
      [0.5, CLIMBS],
      [0.03, ohmsAbout(1, 0.9)],
      [0.12, ohmsAbout(1e5, 1.8)],
    ],
    shows: 'as VBUS, with the larger capacitors',
    source: COMMON,
  },
  {
    between: ['ground', 'far data'],
    mixture: [
      [0.9, junctionUp(0.63, 0.09, 5e6)],
      [0.1, NOTHING_BETWEEN],
    ],
    shows: 'as its line',
    source: COMMON,
  },
  {
    between: ['ground', 'far data plus'],
    mixture: [
      [0.6, junctionUp(0.65, 0.06, 5e6)],
      [0.3, junctionUp(0.65, 0.06, 9e3)],
      [0.1, NOTHING_BETWEEN],
    ],
    shows: 'as D+',
    source: COMMON,
  },
  {
    between: ['ground', 'other supply'],
    mixture: [
      [0.3, CLIMBS],
      [0.3, junctionUp(0.5, 0.12, 2e5)],
      [0.2, ohmsAbout(2e5, 1.8)],
      [0.2, NOTHING_BETWEEN],
    ],
    shows: 'as any supply',
    source: COMMON,
  },
  {
    between: ['ground', 'rail'],
    mixture: [
      [0.4, junctionUp(0.5, 0.1, 1.2e4)],
      [0.35, CLIMBS],
      [0.2, ohmsAbout(1.2e4, 1)],
      [0.05, ohmsAbout(30, 2)],
    ],
    shows: 'a few kilohms, climbing',
    source: COMMON,
  },
  {
    between: ['ground', 'other'],
    mixture: [
      [0.42, junctionUp(0.62, 0.1, 4e6)],
      [0.3, NOTHING_BETWEEN],
      [0.14, ohmsAbout(8e3, 1.1)],
      [0.08, ohmsAbout(3e5, 1.5)],
      [0.06, ohmsAbout(100, 2)],
    ],
    shows: 'anything',
    source: COMMON,
  },
  {
    between: ['supply', 'far supply'],
    mixture: [
      [0.55, ohmsAbout(0.42, 0.4)],
      [0.3, junctionUp(0.2, 0.07, 5e4)],
      [0.05, junctionDown(0.55, 0.1, 1e5)],
      [0.1, ohmsAbout(1e5, 1.6)],
    ],
    shows: 'tenths of an ohm through a fuse, bead or coil; 0.15 to 0.35 V through a Schottky',
    source: COMMON,
  },
  {
    between: ['data', 'far data'],
    mixture: [
      [0.71, ohmsAbout(26, 0.2)],
      [0.05, ohmsAbout(68, 0.1)],
      [0.2, ohmsAbout(0.75, 0.4)],
      [0.05, NOTHING_BETWEEN],
    ],
    shows:
      '22, 27 or 33 Ω through the series resistor, 68 Ω where zeners clamp the pair; under 1 Ω through a choke',
    source: 'series resistors of full-speed drivers (USB 2.0 specification, from memory); common practice',
  },
  {
    between: ['data', 'rail'],
    mixture: [
      [0.5, junctionUp(0.63, 0.1, 2e6)],
      [0.12, ohmsAbout(1500, 0.06)],
      [0.38, NOTHING_BETWEEN],
    ],
    shows: 'a clamp to the rail; 1.5 kΩ where D+ is pulled up outside the chip',
    source: 'pull-up of a full-speed device (USB 2.0 specification, from memory)',
  },
  {
    between: ['rail', 'rail'],
    mixture: [
      [0.3, A_WIRE],
      [0.3, ohmsAbout(2e4, 1.6)],
      [0.15, junctionUp(0.6, 0.15, 1e5)],
      [0.15, junctionDown(0.6, 0.15, 1e5)],
      [0.1, NOTHING_BETWEEN],
    ],
    shows: 'one rail or two',
    source: COMMON,
  },
  {
    between: ['far supply', 'other supply'],
    mixture: [
      [0.55, junctionDown(0.2, 0.08, 5e4)],
      [0.3, ohmsAbout(2e5, 1.5)],
      [0.15, NOTHING_BETWEEN],
    ],
    shows: '0.15 to 0.35 V from the other supply to the cathode',
    source: COMMON,
  },
];

/** Kind of the net that a function's track runs on. */
export function kindOf(f: PinFunction): NetKind {
  if (f === 'D+') return 'data plus';
  const group = functionGroup(f);
  if (group === 'audio' || group === 'unknown') return 'other';
  return group;
}
