import type { Happening } from '../job/happening';
import type { FaultSite } from './fault-site';

/** Chance of an outcome at each site, in the order cable, contacts, joints, pads, short, port-part, battery, elsewhere. */
type Row = readonly [number, number, number, number, number, number, number, number];

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
  readonly outcomes: readonly { readonly id: string; readonly words: string; readonly row: Row }[];
}

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
    outcomes: [
      { id: 'works', words: 'Works now', row: [0.95, 0.12, 0.05, 0.02, 0.01, 0.02, 0.04, 0.02] },
      { id: 'same', words: 'Just the same', row: [0.05, 0.88, 0.95, 0.98, 0.99, 0.98, 0.96, 0.98] },
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
    needs: 'another supply input and a supply for it',
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
    outcomes: [
      { id: 'scorch', words: 'Scorched', row: [0.02, 0.05, 0.03, 0.04, 0.4, 0.2, 0.02, 0.04] },
      { id: 'bent', words: 'Bent, worn or dirty', row: [0.08, 0.75, 0.22, 0.2, 0.12, 0.1, 0.06, 0.08] },
      { id: 'fine', words: 'Looks fine', row: [0.9, 0.2, 0.75, 0.76, 0.48, 0.7, 0.92, 0.88] },
    ],
  },
];

/** Chance that an owner reports a symptom, by site. Common practice. A symptom not named says nothing. */
export const SYMPTOM_ROWS: Readonly<Record<string, Row>> = {
  dead: [0.5, 0.4, 0.55, 0.7, 0.75, 0.7, 0.45, 0.5],
  'works-at-an-angle': [0.25, 0.6, 0.6, 0.35, 0.02, 0.03, 0.02, 0.02],
  'charges-no-data': [0.2, 0.2, 0.15, 0.2, 0.01, 0.12, 0.01, 0.15],
  'data-no-charge': [0.05, 0.06, 0.08, 0.1, 0.01, 0.15, 0.3, 0.1],
  'flashes-then-stops': [0.05, 0.05, 0.04, 0.03, 0.06, 0.06, 0.6, 0.08],
  'pulls-charger-down': [0.03, 0.02, 0.02, 0.04, 0.85, 0.06, 0.06, 0.03],
  'port-missing': [0.001, 0.005, 0.12, 0.6, 0.03, 0.02, 0.001, 0.001],
  'port-loose': [0.02, 0.2, 0.65, 0.6, 0.05, 0.04, 0.01, 0.01],
  'burnt-smell': [0.04, 0.02, 0.02, 0.02, 0.4, 0.25, 0.1, 0.1],
};

/** Chance of each story, by site; every column sums to 1. Common practice. */
export const STORY_ROWS: Readonly<Record<Exclude<Happening, 'unknown'>, Row>> = {
  yanked: [0.1, 0.06, 0.2, 0.34, 0.14, 0.12, 0.02, 0.05],
  dropped: [0.06, 0.05, 0.14, 0.2, 0.14, 0.18, 0.08, 0.25],
  'carried-plugged': [0.14, 0.12, 0.18, 0.14, 0.1, 0.1, 0.02, 0.05],
  'pulled-by-child': [0.06, 0.06, 0.12, 0.14, 0.08, 0.08, 0.03, 0.05],
  worn: [0.5, 0.65, 0.2, 0.04, 0.24, 0.2, 0.75, 0.4],
  'came-off': [0.02, 0.01, 0.1, 0.08, 0.02, 0.02, 0.02, 0.02],
  'tried-before': [0.12, 0.05, 0.06, 0.06, 0.28, 0.3, 0.08, 0.18],
};

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
