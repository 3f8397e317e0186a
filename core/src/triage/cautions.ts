import type { Happening } from '../job/happening';

export const DEVICE_TRAITS = [
  'lithium-cell',
  'mains',
  'laser',
  'lamp',
  'heater',
  'vehicle',
  'medical',
  'warranty',
] as const;
export type DeviceTrait = (typeof DEVICE_TRAITS)[number];

export const SYMPTOMS = [
  'dead',
  'works-at-an-angle',
  'charges-no-data',
  'data-no-charge',
  'flashes-then-stops',
  'pulls-charger-down',
  'port-missing',
  'port-loose',
  'dies-off-lead',
  'lives-on-second',
  'cell-swollen',
  'cell-hot',
  'burnt-smell',
] as const;
export type Symptom = (typeof SYMPTOMS)[number];

export const SYMPTOM_WORDS: Readonly<Record<Symptom, string>> = {
  dead: 'Dead, no light',
  'works-at-an-angle': 'Works at an angle',
  'charges-no-data': 'Charges, no data',
  'data-no-charge': 'Data, no charge',
  'flashes-then-stops': 'Flashes, then stops',
  'pulls-charger-down': 'Pulls the charger down',
  'port-missing': 'Port missing',
  'port-loose': 'Port loose',
  'dies-off-lead': 'Dies off the lead',
  'lives-on-second': 'Lives on its second input',
  'cell-swollen': 'Cell swollen',
  'cell-hot': 'Cell hot',
  'burnt-smell': 'Burnt smell',
};

export interface Caution {
  readonly code: string;
  /** A stop gate must be answered before the steps behind it open; a care is shown once, where it belongs. */
  readonly level: 'stop' | 'care';
  readonly title: string;
  readonly why: string;
  readonly instead: string;
}

const BY_TRAIT: Readonly<Record<DeviceTrait, Caution>> = {
  'lithium-cell': {
    code: 'lithium-cell',
    level: 'care',
    title: 'A lithium cell is inside',
    why: 'Heat, a blade or a short can set it on fire.',
    instead:
      'It comes out first. No iron, hot air, blade or pry tool near it, and nothing above 60 °C (140 °F).',
  },
  mains: {
    code: 'mains',
    level: 'stop',
    title: 'Mains inside',
    why: 'Its capacitors stay charged after the plug is out.',
    instead:
      'Stop: this is for someone qualified, by your local rules. Work only on parts that are never joined to mains.',
  },
  laser: {
    code: 'laser',
    level: 'stop',
    title: 'A laser inside',
    why: 'An open housing can let the beam out; an interlock is there to stop that.',
    instead:
      'Eye protection for its wavelength, local rules, and every interlock and key switch left working. No bypass, not even for a test.',
  },
  lamp: {
    code: 'lamp',
    level: 'care',
    title: 'A bright lamp or UV source',
    why: 'It blinds at close range and its driver may run hot.',
    instead: 'Do not look into it; let it cool; cover it while testing.',
  },
  heater: {
    code: 'heater',
    level: 'stop',
    title: 'A heating element',
    why: 'A fault here starts fires, and thermal cut-outs are safety parts.',
    instead:
      'Never bridge a cut-out or thermal fuse. If its circuit is touched, have it tested by someone qualified.',
  },
  vehicle: {
    code: 'vehicle',
    level: 'stop',
    title: 'Part of a vehicle',
    why: 'A failure on the road can hurt people; airbag circuits can fire.',
    instead: 'Leave anything that steers, brakes, lights or restrains to a licensed workshop.',
  },
  medical: {
    code: 'medical',
    level: 'stop',
    title: 'A medical device',
    why: 'Someone’s health depends on it working exactly as approved.',
    instead: 'Ask its maker or a licensed service. Do not hand it back as good on a bench test.',
  },
  warranty: {
    code: 'warranty',
    level: 'care',
    title: 'Still under warranty',
    why: 'Opening it may end a free repair.',
    instead: 'Ask the owner to claim first; open it only when they say so.',
  },
};

const BY_SYMPTOM: Partial<Record<Symptom, Caution>> = {
  'cell-swollen': {
    code: 'cell-swollen',
    level: 'stop',
    title: 'Swollen cell',
    why: 'It holds gas under pressure and can burst into flame.',
    instead:
      'Do not open, press or charge. Outdoors, on sand; to a hazardous-waste drop-off by your local rules.',
  },
  'cell-hot': {
    code: 'cell-hot',
    level: 'stop',
    title: 'Cell is hot',
    why: 'A cell that warms by itself may run away.',
    instead:
      'Do not charge or open. Outdoors, on sand, away from anything that burns; call for help if it smokes.',
  },
  'pulls-charger-down': {
    code: 'pulls-charger-down',
    level: 'care',
    title: 'It pulls the charger down',
    why: 'That is a short: each try heats something.',
    instead: 'Do not plug it in again. Find the short with the meter first.',
  },
  'burnt-smell': {
    code: 'burnt-smell',
    level: 'care',
    title: 'Burnt smell',
    why: 'A part has failed hot and may do so again.',
    instead: 'No power until the scar is found; fumes outside.',
  },
};

const WET: Caution = {
  code: 'wet',
  level: 'care',
  title: 'It got wet',
  why: 'What the water left joins tracks and eats them, and a wet cell may be damaged inside.',
  instead: 'No power before it is dry and cleaned with alcohol inside.',
};

/** Cautions that follow from what was answered at take-in, stops first, each once. Common practice. */
export function cautionsFor(
  traits: readonly DeviceTrait[],
  symptoms: readonly Symptom[],
  happened: readonly Happening[] = [],
): Caution[] {
  const all = [...new Set(symptoms)]
    .flatMap((s) => BY_SYMPTOM[s] ?? [])
    .concat([...new Set(traits)].map((t) => BY_TRAIT[t]))
    .concat(happened.includes('wet') ? [WET] : []);
  return [...all.filter((c) => c.level === 'stop'), ...all.filter((c) => c.level === 'care')];
}

/** Stops that nobody has answered yet. */
export function unansweredStops(cautions: readonly Caution[], answered: readonly string[]): Caution[] {
  return cautions.filter((c) => c.level === 'stop' && !answered.includes(c.code));
}

/** Traits that can hurt whenever the device is powered with its case open. */
const UNDER_POWER: readonly DeviceTrait[] = ['mains', 'laser', 'heater', 'lamp'];

/** What stands at every step that powers the device, at take-in and ever after: mains, laser, heater, bright lamp. */
export function powerCautions(traits: readonly DeviceTrait[]): Caution[] {
  return UNDER_POWER.filter((t) => traits.includes(t)).map((t) => BY_TRAIT[t]);
}
