import type {
  BatteryAnswer,
  ComponentKind,
  DeviceTrait,
  FaultSite,
  Latch,
  PointRole,
  StepKind,
  TestNeed,
} from '@zebbit/core';
import {
  ABILITY_WORDS,
  BODY_WORDS,
  CONNECTOR_FAMILIES,
  DEVICE_ABILITIES,
  DEVICE_BODIES,
  FAMILIES,
  FAULT_SITES,
  HAPPENING_WORDS,
  HAPPENINGS,
  SITE_SHEETS,
  SYMPTOM_WORDS,
  SYMPTOMS,
} from '@zebbit/core';

type Options<T extends string> = readonly (readonly [T, string])[];

const options = <T extends string>(keys: readonly T[], words: Readonly<Record<T, string>>): Options<T> =>
  keys.map((k) => [k, words[k]] as const);

export const HAPPENING_OPTIONS = options(HAPPENINGS, HAPPENING_WORDS);
export const SYMPTOM_OPTIONS = options(SYMPTOMS, SYMPTOM_WORDS);
export const ABILITY_OPTIONS = options(DEVICE_ABILITIES, ABILITY_WORDS);
export const BODY_OPTIONS = options(DEVICE_BODIES, BODY_WORDS);

export const TRAIT_OPTIONS: Options<DeviceTrait> = [
  ['lithium-cell', 'Lithium cell'],
  ['mains', 'Mains'],
  ['laser', 'Laser'],
  ['lamp', 'Bright lamp or UV'],
  ['heater', 'Heater'],
  ['vehicle', 'Part of a vehicle'],
  ['medical', 'Medical'],
  ['warranty', 'Under warranty'],
];

export const FAMILY_OPTIONS: Options<string> = [
  ['', 'choose…'] as const,
  ...CONNECTOR_FAMILIES.map((f) => [f, FAMILIES[f].name] as const),
];

export const BATTERY_OPTIONS: Options<Exclude<BatteryAnswer, 'unanswered'>> = [
  ['none', 'No battery in it'],
  ['out', 'Battery is out'],
  ['in', 'Still in'],
];

/** One key a kind of opening step. */
export const STEP_KEYS: readonly (readonly [StepKind, string, string])[] = [
  ['screws', 's', 'Screws'],
  ['hidden-screws', 'h', 'Hidden screws'],
  ['clips', 'c', 'Clips'],
  ['latch', 'l', 'Ribbon latch'],
  ['bracket', 'k', 'Bracket'],
  ['cable', 'w', 'Cable'],
  ['solder-joint', 'j', 'Wire unsoldered'],
  ['glue', 'g', 'Glue'],
  ['gasket', 'a', 'Gasket'],
  ['press-fit', 'p', 'Press-fit part'],
  ['battery', 'b', 'Battery'],
  ['lift-off', 'o', 'Lifted off'],
  ['cut', 'x', 'Cut open'],
];

export const COMPONENT_OPTIONS: Options<ComponentKind> = [
  ['resistor', 'resistor'],
  ['capacitor', 'capacitor'],
  ['inductor', 'coil'],
  ['bead', 'bead'],
  ['fuse', 'fuse'],
  ['choke', 'common-mode choke'],
  ['diode', 'diode'],
  ['dual-diode', 'dual diode, three legs'],
  ['transistor', 'transistor'],
  ['esd-array', 'ESD array'],
  ['chip', 'chip'],
  ['led', 'LED'],
  ['button', 'button'],
  ['resistor-array', 'resistor array'],
  ['three-legged', 'three legs, unknown'],
  ['crystal', 'crystal'],
  ['socket', 'socket or plug'],
  ['speaker', 'speaker'],
  ['switch', 'switch'],
  ['cell', 'cell or its clip'],
  ['other', 'other'],
];

export const ROLE_OPTIONS: Options<PointRole> = [
  ['plain', 'a point'],
  ['pour', 'ground pour'],
  ['shell', 'shell'],
  ['via', 'via'],
  ['test-point', 'test point'],
  ['track-end', 'end of a track'],
  ['battery-plus', 'battery +'],
  ['battery-minus', 'battery −'],
  ['other-supply', 'another 5 V supply'],
];

export const LATCH_NAMES: Readonly<Record<Latch, string>> = {
  'flip-up': 'flip-up bar',
  'slide-out': 'slide-out bar',
  'press-fit': 'press-fit plug',
  bracket: 'under a bracket',
};

export const NEED_OPTIONS: Options<TestNeed> = [
  ['port', 'Port'],
  ['battery', 'Battery'],
  ['button', 'Button'],
  ['light', 'Light'],
  ['screen', 'Screen'],
  ['speaker', 'Speaker'],
  ['radio', 'Radio'],
  ['other', 'Other plugs'],
];

export const SITE_OPTIONS: Options<FaultSite | ''> = [
  ['', 'not said'] as const,
  ...FAULT_SITES.map((s) => [s, SITE_SHEETS[s].words] as const),
];
