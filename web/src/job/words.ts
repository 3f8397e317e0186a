import type {
  BatteryAnswer,
  ComponentKind,
  DeviceTrait,
  FaultSite,
  Happening,
  Latch,
  PointRole,
  StepKind,
  Symptom,
  TestNeed,
} from '@zebbit/core';
import { CONNECTOR_FAMILIES, FAMILIES, FAULT_SITES, SITE_SHEETS } from '@zebbit/core';

type Options<T extends string> = readonly (readonly [T, string])[];

export const HAPPENING_OPTIONS: Options<Happening> = [
  ['yanked', 'Cable yanked or tripped over'],
  ['dropped', 'Dropped with the cable in'],
  ['carried-plugged', 'Carried with the cable plugged'],
  ['pulled-by-child', 'Pulled by a child'],
  ['worn', 'Worn loose over time'],
  ['came-off', 'Just came off'],
  ['tried-before', 'Someone tried before'],
  ['unknown', 'Not known'],
];

export const SYMPTOM_OPTIONS: Options<Symptom> = [
  ['dead', 'Dead, no light'],
  ['works-at-an-angle', 'Works at an angle'],
  ['charges-no-data', 'Charges, no data'],
  ['data-no-charge', 'Data, no charge'],
  ['flashes-then-stops', 'Flashes, then stops'],
  ['pulls-charger-down', 'Pulls the charger down'],
  ['port-missing', 'Port missing'],
  ['port-loose', 'Port loose'],
  ['cell-swollen', 'Cell swollen'],
  ['cell-hot', 'Cell hot'],
  ['burnt-smell', 'Burnt smell'],
];

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
];

export const SITE_OPTIONS: Options<FaultSite | ''> = [
  ['', 'not said'] as const,
  ...FAULT_SITES.map((s) => [s, SITE_SHEETS[s].words] as const),
];
