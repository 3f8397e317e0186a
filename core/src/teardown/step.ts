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
  'lift-off',
] as const;
export type StepKind = (typeof STEP_KINDS)[number];

export interface Fasteners {
  readonly count: number;
  readonly drive: 'cross' | 'slot' | 'hex' | 'star' | 'three-wing' | 'pentagon' | 'other';
  readonly lengthMm: number | null;
  readonly thread: 'coarse' | 'fine' | 'unknown';
  /** Name of the tray compartment that holds them. */
  readonly compartment: string;
}

/** One step of opening, as it was done. */
export interface OpeningStep {
  readonly id: string;
  readonly kind: StepKind;
  /** Where: `back cover`, `under the left foot`. */
  readonly place: string;
  readonly note: string;
  readonly fasteners: Fasteners | null;
  readonly photoId: string | null;
}

export type BatteryAnswer = 'unanswered' | 'none' | 'out' | 'in';

export interface Teardown {
  readonly battery: BatteryAnswer;
  /** Which wire sat on which pad, once unsoldered or unplugged. */
  readonly batteryNote: string;
  readonly opened: boolean;
  readonly steps: readonly OpeningStep[];
}

export const EMPTY_TEARDOWN: Teardown = { battery: 'unanswered', batteryNote: '', opened: false, steps: [] };

export function hasFasteners(kind: StepKind): boolean {
  return kind === 'screws' || kind === 'hidden-screws' || kind === 'bracket';
}

export const STEP_WORDS: Readonly<
  Record<StepKind, { readonly open: string; readonly close: string; readonly care: string }>
> = {
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
    open: 'Battery unplugged',
    close: 'Plug the battery in',
    care: 'Polarity as noted; nothing hot near it.',
  },
  'lift-off': { open: 'Lifted off', close: 'Set back in place', care: 'No wire pinched.' },
};
