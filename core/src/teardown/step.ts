export const STEP_KINDS = [
  'screws',
  'hidden-screws',
  'clips',
  'latch',
  'bracket',
  'cable',
  'solder-joint',
  'glue',
  'gasket',
  'press-fit',
  'battery',
  'cut',
  'lift-off',
] as const;
export type StepKind = (typeof STEP_KINDS)[number];

export const LATCHES = ['flip-up', 'slide-out', 'press-fit', 'bracket'] as const;
export type Latch = (typeof LATCHES)[number];

/** What a test before closing may need: connected by one step, shut away by another. */
export const TEST_NEEDS = [
  'port',
  'battery',
  'button',
  'light',
  'screen',
  'speaker',
  'radio',
  'other',
] as const;
export type TestNeed = (typeof TEST_NEEDS)[number];

export interface Fasteners {
  /** How many came out. */
  readonly count: number;
  /** How many more belong there and were missing when it came in. */
  readonly missing: number;
  readonly drive: 'cross' | 'slot' | 'hex' | 'star' | 'three-wing' | 'pentagon' | 'other';
  readonly lengthMm: number | null;
  readonly thread: 'coarse' | 'fine' | 'unknown';
  readonly colour: string;
  /** Name of the tray compartment that holds them. */
  readonly compartment: string;
}

/** A wire that was taken off: its colour and the pad it sat on. */
export interface WireNote {
  readonly colour: string;
  readonly pad: string;
  /** The photo that shows it; `null` with none. */
  readonly photoId: string | null;
}

/**
 * One step of opening, as it was done. The steps make a graph: `after` names the steps that had to come first. It has no cycle:
 * a step only names steps that were there before it (`stepFault` holds that).
 */
export interface OpeningStep {
  readonly id: string;
  readonly kind: StepKind;
  /** Where: `back cover`, `under the left foot`. */
  readonly place: string;
  readonly note: string;
  readonly fasteners: Fasteners | null;
  readonly latch: Latch | null;
  /** For a battery, a cable or a solder joint: which wire sat on which pad or pin. */
  readonly wires: readonly WireNote[];
  readonly photoId: string | null;
  readonly after: readonly string[];
  /** What came free by it, in words: `back cover`. */
  readonly frees: string;
  /** What works again once this step is closed, as it was said; `null` goes by its kind and its name (`connectsOf`). */
  readonly connects: readonly TestNeed[] | null;
  /** Whether closing it shuts away what a mend would need again: board, port, joints. */
  readonly shuts: boolean;
}

export type BatteryAnswer = 'unanswered' | 'none' | 'out' | 'in';

export interface Teardown {
  readonly battery: BatteryAnswer;
  /** Which wire sat on which pad, with colours, once unsoldered or unplugged. */
  readonly batteryNote: string;
  /** Printed on the cell, Ah; `null` where nobody read it. */
  readonly cellAh: number | null;
  readonly opened: boolean;
  /** When the first step was taken, ISO; `null` before. */
  readonly openedAt: string | null;
  readonly steps: readonly OpeningStep[];
  /** What the test before closing needs on this device, beside all that was unplugged. */
  readonly testNeeds: readonly TestNeed[];
  /** What was unplugged and the test can do without. */
  readonly spared: readonly TestNeed[];
  /** What has to be closed before what, where closing has an order of its own. */
  readonly closingFirst: readonly ClosingRule[];
}

/** One step has to be closed before another, whatever the order of opening was. */
export interface ClosingRule {
  readonly first: string;
  readonly then: string;
}

export const EMPTY_TEARDOWN: Teardown = {
  battery: 'unanswered',
  batteryNote: '',
  cellAh: null,
  opened: false,
  openedAt: null,
  steps: [],
  testNeeds: ['port', 'battery'],
  spared: [],
  closingFirst: [],
};

export function hasFasteners(kind: StepKind): boolean {
  return kind === 'screws' || kind === 'hidden-screws' || kind === 'bracket';
}

export interface StepWords {
  readonly open: string;
  readonly close: string;
  readonly care: string;
}

export const STEP_WORDS: Readonly<Record<StepKind, StepWords>> = {
  screws: {
    open: 'Screws out',
    close: 'Screws back, each to its own hole',
    care: 'Turn back until the thread drops in, then forward.',
  },
  'hidden-screws': {
    open: 'Hidden screws out',
    close: 'Hidden screws back, cover over them',
    care: 'The foot, sticker or cap goes back on top.',
  },
  clips: {
    open: 'Clips released',
    close: 'Press the clips home, all round',
    care: 'Listen for each click; no wire in the gap.',
  },
  latch: {
    open: 'Ribbon latch opened',
    close: 'Ribbon fully home, then the bar down',
    care: 'Both ends of the bar together; half in gives no picture or one colour.',
  },
  bracket: {
    open: 'Bracket off',
    close: 'Bracket back over its connector',
    care: 'Seat the connector before the screw pulls it down.',
  },
  cable: { open: 'Cable unplugged', close: 'Plug the cable in', care: 'By its body, not its wires.' },
  'solder-joint': {
    open: 'Wire unsoldered',
    close: 'Solder the wire back to its pad',
    care: 'Colour and pad as noted.',
  },
  glue: {
    open: 'Glue warmed and lifted',
    close: 'Glue or tape renewed',
    care: 'Warm two or three minutes, then press.',
  },
  gasket: {
    open: 'Gasket lifted',
    close: 'Gasket back, airtight',
    care: 'All the way round: a leak makes a speaker rattle.',
  },
  'press-fit': { open: 'Press-fit part off', close: 'Press the part back', care: 'Shaft lined up first.' },
  battery: {
    open: 'Battery out',
    close: 'Battery back in',
    care: 'Polarity as noted; nothing hot near it.',
  },
  cut: {
    open: 'Cut open',
    close: 'Replace what was cut',
    care: 'A new shell, sleeve, tape or glue; what was cut does not go back.',
  },
  'lift-off': { open: 'Lifted off', close: 'Set back in place', care: 'No wire pinched.' },
};

/** How the bar of each latch moves (common practice). */
export const LATCH_WORDS: Readonly<Record<Latch, string>> = {
  'flip-up': 'The bar turns up like a lid. Lift it in the middle with a nail, both ends together.',
  'slide-out': 'The bar slides out a millimetre towards the ribbon. Push both ears at once, parallel.',
  'press-fit': 'No bar: the plug lifts straight up. Ease it from the centre, never from one end.',
  bracket: 'A screwed bracket holds it. Screws first, then the bracket, then the plug.',
};

/** Whether wires come off in a step of that kind. */
export function hasWires(kind: StepKind): boolean {
  return kind === 'battery' || kind === 'solder-joint' || kind === 'cable';
}

/** What is usual for a new step of a kind: what it connects, and whether closing it shuts the board away. */
export function usualStep(
  kind: StepKind,
): Pick<OpeningStep, 'connects' | 'shuts' | 'fasteners' | 'latch' | 'wires'> {
  return {
    connects: null,
    shuts: ['screws', 'hidden-screws', 'clips', 'glue', 'cut'].includes(kind),
    fasteners: hasFasteners(kind)
      ? {
          count: 1,
          missing: 0,
          drive: 'cross',
          lengthMm: null,
          thread: 'unknown',
          colour: '',
          compartment: '',
        }
      : null,
    latch: kind === 'latch' ? 'flip-up' : null,
    wires: [],
  };
}

/** What a name speaks of, in the words of repairers. */
const NAMED: readonly (readonly [TestNeed, RegExp])[] = [
  ['battery', /\b(batter(y|ies)|cells?|accu|pouch|b\+|b[-−])/iu],
  [
    'speaker',
    /\b(speakers?|drivers?|loudspeakers?|earpieces?|headphones?|buzzers?|sound|audio|left|right)\b/iu,
  ],
  ['screen', /\b(screens?|displays?|lcds?|oleds?|panels?|touch)\b/iu],
  ['button', /\b(buttons?|keys?|keypads?|switch(es)?|knobs?|wheels?|triggers?)\b/iu],
  ['light', /\b(lights?|leds?|lamps?|backlights?|light guides?)\b/iu],
  ['radio', /\b(antennas?|aerials?|radio|nfc|wireless|coil)\b/iu],
  ['port', /\b(ports?|usb|charg(e|er|ing)|sockets?|daughter ?boards?)\b/iu],
];
const PLUGS: readonly StepKind[] = ['cable', 'latch', 'solder-joint', 'battery'];

/**
 * What works again once a step is closed: as it was said, or else by its name. Wires, plugs, ribbons and cells connect what they are
 * named for, and something in any case; a press-fit knob or a light guide connects what its name speaks of.
 */
export function connectsOf(
  step: Pick<OpeningStep, 'kind' | 'place' | 'frees' | 'connects'>,
): readonly TestNeed[] {
  if (step.connects !== null) return step.connects;
  if (step.kind === 'battery') return ['battery'];
  const plug = PLUGS.includes(step.kind);
  if (!plug && step.kind !== 'press-fit') return [];
  const said = `${step.place} ${step.frees}`;
  const named = NAMED.filter(([, words]) => words.test(said)).map(([need]) => need);
  return named.length > 0 || !plug ? named : ['other'];
}

/** What the test needs: what was said, and all that was unplugged, less what it can do without. */
export function testNeedsOf({
  steps,
  testNeeds,
  spared,
}: Pick<Teardown, 'steps' | 'testNeeds' | 'spared'>): TestNeed[] {
  const unplugged = steps.filter((s) => PLUGS.includes(s.kind)).flatMap(connectsOf);
  const all = new Set([...testNeeds, ...unplugged]);
  return TEST_NEEDS.filter((n) => all.has(n) && !spared.includes(n));
}

/** `red to B+, black to B−`; empty with no wires. */
export function wireWords({ wires }: OpeningStep): string {
  return wires.map((w) => `${w.colour || 'wire'} to ${w.pad || '?'}`).join(', ');
}
