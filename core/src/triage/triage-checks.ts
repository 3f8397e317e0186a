import type { BenchKind } from '../quantity/bench-kind';
import type { FaultSite } from './fault-site';

/** Chance of an outcome at each site, in the order cable, contacts, joints, pads, short, port-part, battery, elsewhere. */
export type Row = readonly [number, number, number, number, number, number, number, number];

export interface TriageCheck {
  readonly id: string;
  readonly title: string;
  readonly how: string;
  readonly why: string;
  readonly seconds: number;
  /** Puts power on the device; not proposed once a short is suspected. */
  readonly powers: boolean;
  /** Needs something that not everyone has, in words. */
  readonly needs: string | null;
  /** Answered with the device open: looked at, or measured, inside. */
  readonly inside: boolean;
  /** Only asked of these ports; `null` asks it of all. */
  readonly only: 'type-c' | 'cell' | null;
  readonly outcomes: readonly { readonly id: string; readonly words: string; readonly row: Row }[];
  /** Outcomes by which fault shows: with two faults the one further up is seen. */
  readonly strongest: readonly string[];
  /** Where the answer is a figure: each outcome up to a limit, in base units, the last without one. */
  readonly figure: {
    readonly kind: BenchKind;
    readonly asks: string;
    readonly upTo: readonly (readonly [outcome: string, limit: number])[];
  } | null;
}

/** The outcome that a figure stands for. OL is `Infinity`. Throws RangeError on a check without figures and on NaN. */
export function outcomeOf(check: TriageCheck, value: number): string {
  if (!check.figure) throw new RangeError(`${check.id} is not answered by a figure`);
  if (Number.isNaN(value)) throw new RangeError(`${check.id}: the figure is none`);
  const found = check.figure.upTo.find(([, limit]) => value < limit) ?? check.figure.upTo.at(-1);
  return found?.[0] ?? '';
}

const OUTSIDE = { inside: false, only: null, figure: null } as const;

/** First checks, before anything is opened. Chances: common practice, from what repairers report. */
export const TRIAGE_CHECKS: readonly TriageCheck[] = [
  {
    id: 'other-cable',
    title: 'Try another cable and charger',
    how: 'Ones that just charged something else.',
    why: 'The cheapest answer first.',
    seconds: 60,
    powers: true,
    needs: null,
    ...OUTSIDE,
    strongest: ['same', 'works'],
    outcomes: [
      { id: 'works', words: 'Works now', row: [0.97, 0.08, 0.04, 0.01, 0.005, 0.01, 0.02, 0.01] },
      { id: 'same', words: 'Just the same', row: [0.03, 0.92, 0.96, 0.99, 0.995, 0.99, 0.98, 0.99] },
    ],
  },
  {
    id: 'flex',
    title: 'Flex test: move the connector gently',
    how: 'With a nail, sideways and up. Watch the shell against the case.',
    why: 'Any movement, however slight, means joints, pads or tracks; none at all means look elsewhere.',
    seconds: 20,
    powers: false,
    needs: null,
    ...OUTSIDE,
    strongest: ['moves', 'firm'],
    outcomes: [
      { id: 'moves', words: 'It moves', row: [0.03, 0.12, 0.85, 0.93, 0.15, 0.15, 0.04, 0.05] },
      { id: 'firm', words: 'Firm', row: [0.97, 0.88, 0.15, 0.07, 0.85, 0.85, 0.96, 0.95] },
    ],
  },
  {
    id: 'wiggle',
    title: 'Wiggle the plug while it charges',
    how: 'Slowly, all four ways. Watch the light or the meter.',
    why: 'What comes and goes is a contact or a joint, not a chip.',
    seconds: 30,
    powers: true,
    needs: null,
    ...OUTSIDE,
    strongest: ['comes-and-goes', 'no-change'],
    outcomes: [
      { id: 'comes-and-goes', words: 'Comes and goes', row: [0.35, 0.7, 0.75, 0.4, 0.08, 0.06, 0.03, 0.04] },
      { id: 'no-change', words: 'No change', row: [0.65, 0.3, 0.25, 0.6, 0.92, 0.94, 0.97, 0.96] },
    ],
  },
  {
    id: 'light',
    title: 'Is there a light, and what does it do?',
    how: 'Plugged in for half a minute.',
    why: 'A light that flashes a while and stops is the battery, not the port.',
    seconds: 30,
    powers: true,
    needs: null,
    ...OUTSIDE,
    strongest: ['none', 'flashes', 'steady'],
    outcomes: [
      { id: 'steady', words: 'Steady', row: [0.15, 0.25, 0.2, 0.12, 0.02, 0.1, 0.25, 0.45] },
      { id: 'flashes', words: 'Flashes, then stops', row: [0.05, 0.1, 0.08, 0.05, 0.08, 0.1, 0.6, 0.15] },
      { id: 'none', words: 'None', row: [0.8, 0.65, 0.72, 0.83, 0.9, 0.8, 0.15, 0.4] },
    ],
  },
  {
    id: 'port-volts',
    title: 'Volts at the port’s contacts',
    how: 'Plugged in, meter on the outer contacts or the cable’s open end: VBUS to shell.',
    why: 'Five volts arriving clears the cable; sagging volts are a short.',
    seconds: 120,
    powers: true,
    needs: 'a meter',
    ...OUTSIDE,
    figure: {
      kind: 'voltage',
      asks: 'Volts at the contacts',
      upTo: [
        ['nothing', 0.5],
        ['sags', 4.4],
        ['five', Infinity],
      ],
    },
    strongest: ['nothing', 'sags', 'five'],
    outcomes: [
      { id: 'five', words: 'About 5 V', row: [0.1, 0.8, 0.85, 0.85, 0.12, 0.88, 0.93, 0.93] },
      { id: 'sags', words: 'Well under 5 V', row: [0.3, 0.12, 0.08, 0.08, 0.83, 0.07, 0.05, 0.04] },
      { id: 'nothing', words: 'Nothing', row: [0.6, 0.08, 0.07, 0.07, 0.05, 0.05, 0.02, 0.03] },
    ],
  },
  {
    id: 'draw',
    title: 'Draw on a USB power meter',
    how: 'Between charger and device, half a minute.',
    why: 'Nothing is an open, the limit is a short, a few tens of milliamps a flat cell.',
    seconds: 60,
    powers: true,
    needs: 'a USB power meter',
    ...OUTSIDE,
    figure: {
      kind: 'current',
      asks: 'Amps drawn',
      upTo: [
        ['nothing', 0.005],
        ['trickle', 0.12],
        ['steady', Infinity],
      ],
    },
    strongest: ['limit', 'nothing', 'trickle', 'steady'],
    outcomes: [
      { id: 'nothing', words: 'Nothing', row: [0.75, 0.62, 0.72, 0.86, 0.03, 0.7, 0.12, 0.35] },
      { id: 'trickle', words: 'A few tens of mA', row: [0.1, 0.12, 0.1, 0.06, 0.03, 0.15, 0.65, 0.2] },
      { id: 'steady', words: '0.2 A or more, steady', row: [0.1, 0.2, 0.14, 0.05, 0.04, 0.1, 0.18, 0.42] },
      {
        id: 'limit',
        words: 'At the limit, volts falling',
        row: [0.05, 0.06, 0.04, 0.03, 0.9, 0.05, 0.05, 0.03],
      },
    ],
  },
  {
    id: 'second-supply',
    title: 'The right voltage at its other supply input',
    how: 'Polarity first: one probe on the barrel’s sleeve, one on the USB shell. Very low ohms: the sleeve is ground. Never assume the centre is positive.',
    why: 'Whether the rest of it lives.',
    seconds: 240,
    powers: true,
    needs: 'a second supply input, and a supply for it',
    ...OUTSIDE,
    strongest: ['dead', 'lives'],
    outcomes: [
      { id: 'lives', words: 'It lives', row: [0.96, 0.96, 0.96, 0.95, 0.4, 0.75, 0.4, 0.2] },
      { id: 'dead', words: 'Dead there too', row: [0.04, 0.04, 0.04, 0.05, 0.6, 0.25, 0.6, 0.8] },
    ],
  },
  {
    id: 'smell',
    title: 'Smell at the port and the vents',
    how: 'Unplugged.',
    why: 'A part that failed hot smells for weeks.',
    seconds: 10,
    powers: false,
    needs: null,
    ...OUTSIDE,
    strongest: ['burnt', 'none'],
    outcomes: [
      { id: 'burnt', words: 'Burnt', row: [0.06, 0.02, 0.02, 0.03, 0.45, 0.3, 0.12, 0.12] },
      { id: 'none', words: 'Nothing', row: [0.94, 0.98, 0.98, 0.97, 0.55, 0.7, 0.88, 0.88] },
    ],
  },
  {
    id: 'scar',
    title: 'Look into the port with a light',
    how: 'Magnifier, along the tongue and the pins.',
    why: 'Bent, missing or scorched contacts show from outside.',
    seconds: 45,
    powers: false,
    needs: 'a magnifier',
    ...OUTSIDE,
    strongest: ['scorch', 'bent', 'fine'],
    outcomes: [
      { id: 'scorch', words: 'Scorched', row: [0.02, 0.05, 0.03, 0.04, 0.4, 0.2, 0.02, 0.04] },
      { id: 'bent', words: 'Bent, worn or dirty', row: [0.08, 0.75, 0.22, 0.2, 0.12, 0.1, 0.06, 0.08] },
      { id: 'fine', words: 'Looks fine', row: [0.9, 0.2, 0.75, 0.76, 0.48, 0.7, 0.92, 0.88] },
    ],
  },
  {
    id: 'c-to-c',
    title: 'Try both an A-to-C and a C-to-C cable',
    how: 'Each on a charger of its own kind, half a minute.',
    why: 'Nothing from a C-to-C cable alone is a CC contact without its 5.1 kΩ.',
    seconds: 90,
    powers: true,
    needs: 'both kinds of cable',
    ...OUTSIDE,
    only: 'type-c',
    strongest: ['neither', 'a-only', 'both'],
    outcomes: [
      { id: 'both', words: 'Takes charge from both', row: [0.3, 0.1, 0.08, 0.03, 0.01, 0.03, 0.1, 0.3] },
      {
        id: 'a-only',
        words: 'Only from the A-to-C one',
        row: [0.12, 0.12, 0.14, 0.14, 0.01, 0.25, 0.01, 0.04],
      },
      { id: 'neither', words: 'From neither', row: [0.58, 0.78, 0.78, 0.83, 0.98, 0.72, 0.89, 0.66] },
    ],
  },
  {
    id: 'vbus-ohms',
    title: 'Ohms from VBUS to GND, nothing plugged in',
    how: 'Battery out or off. Wait until the figure stops climbing; then once more with the leads swapped.',
    why: 'A few ohms are a short; OL at the port’s own contacts is a joint or a track that is open.',
    seconds: 60,
    powers: false,
    needs: 'a meter and a way to the contacts',
    ...OUTSIDE,
    strongest: ['short', 'open', 'usual'],
    figure: {
      kind: 'resistance',
      asks: 'Ohms (OL by its button)',
      upTo: [
        ['short', 50],
        ['usual', 5e6],
        ['open', Infinity],
      ],
    },
    outcomes: [
      { id: 'short', words: 'Under 50 Ω', row: [0.01, 0.01, 0.01, 0.02, 0.93, 0.1, 0.02, 0.03] },
      { id: 'usual', words: 'More than that', row: [0.89, 0.69, 0.49, 0.38, 0.06, 0.5, 0.9, 0.87] },
      { id: 'open', words: 'OL', row: [0.1, 0.3, 0.5, 0.6, 0.01, 0.4, 0.08, 0.1] },
    ],
  },
  {
    id: 'pads-seen',
    title: 'Look at the port’s pads, tracks and joints',
    how: 'Clean first, then magnify: press each leg and each pin with a wooden pick.',
    why: 'Joints and pads are told apart by looking; nothing from outside does.',
    seconds: 90,
    powers: false,
    needs: 'the device open, and a magnifier',
    ...OUTSIDE,
    inside: true,
    strongest: ['torn', 'scar', 'joints', 'fine'],
    outcomes: [
      {
        id: 'torn',
        words: 'A pad, track or hole is gone or cracked',
        row: [0.005, 0.01, 0.03, 0.94, 0.03, 0.02, 0.005, 0.01],
      },
      {
        id: 'joints',
        words: 'Joints cracked, dull, starved or loose',
        row: [0.02, 0.06, 0.92, 0.04, 0.05, 0.03, 0.03, 0.03],
      },
      { id: 'scar', words: 'A part with a scar', row: [0.005, 0.005, 0.005, 0.005, 0.35, 0.3, 0.015, 0.03] },
      { id: 'fine', words: 'All of it sound', row: [0.97, 0.925, 0.045, 0.015, 0.57, 0.65, 0.95, 0.93] },
    ],
  },
  {
    id: 'behind-volts',
    title: 'Volts before and behind the port',
    how: 'Plugged in, black on ground: at the contact, at its pad, past the first part.',
    why: 'Half the way first: where the volts end, the fault begins.',
    seconds: 150,
    powers: true,
    needs: 'the device open, and a meter',
    ...OUTSIDE,
    inside: true,
    strongest: ['sags', 'none', 'contact-only', 'before-part', 'all'],
    outcomes: [
      { id: 'none', words: 'None at the contact', row: [0.88, 0.45, 0.05, 0.05, 0.05, 0.02, 0.02, 0.02] },
      {
        id: 'contact-only',
        words: 'At the contact, not behind its joint',
        row: [0.03, 0.3, 0.82, 0.85, 0.02, 0.03, 0.01, 0.02],
      },
      {
        id: 'before-part',
        words: 'Up to the first part, not past it',
        row: [0.01, 0.02, 0.02, 0.03, 0.05, 0.86, 0.02, 0.05],
      },
      { id: 'all', words: 'Past the first part', row: [0.06, 0.21, 0.1, 0.05, 0.03, 0.06, 0.93, 0.89] },
      { id: 'sags', words: 'Pulled down', row: [0.02, 0.02, 0.01, 0.02, 0.85, 0.03, 0.02, 0.02] },
    ],
  },
  {
    id: 'cell-volts',
    title: 'Volts of the cell, unplugged from the board',
    how: 'On its own tabs or plug, after it has rested.',
    why: 'Under 2.5 V a lithium cell is spent; 3.3 V and more, it has held its charge.',
    seconds: 60,
    powers: false,
    needs: 'the device open, and a meter',
    ...OUTSIDE,
    inside: true,
    only: 'cell',
    strongest: ['spent', 'low', 'held'],
    figure: {
      kind: 'voltage',
      asks: 'Volts of the cell',
      upTo: [
        ['spent', 2.5],
        ['low', 3.3],
        ['held', Infinity],
      ],
    },
    outcomes: [
      { id: 'spent', words: 'Under 2.5 V', row: [0.03, 0.03, 0.05, 0.05, 0.05, 0.05, 0.68, 0.04] },
      { id: 'low', words: '2.5 to 3.3 V', row: [0.22, 0.22, 0.3, 0.3, 0.2, 0.25, 0.22, 0.12] },
      { id: 'held', words: '3.3 V or more', row: [0.75, 0.75, 0.65, 0.65, 0.75, 0.7, 0.1, 0.84] },
    ],
  },
];

/** Sites in the order of every row here. */
export const ROW_ORDER: readonly FaultSite[] = [
  'cable',
  'contacts',
  'joints',
  'pads',
  'short',
  'port-part',
  'battery',
  'elsewhere',
];
