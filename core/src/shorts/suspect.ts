/** What can short a supply, by kind. */
export const SUSPECT_KINDS = [
  'ceramic',
  'electrolytic',
  'transistor',
  'protection',
  'chip',
  'bridge',
  'water',
  'port',
  'plugged',
] as const;
export type SuspectKind = (typeof SUSPECT_KINDS)[number];

export const SUSPECT_WORDS: Readonly<Record<SuspectKind, string>> = {
  ceramic: 'ceramic capacitor',
  electrolytic: 'electrolytic capacitor',
  transistor: 'transistor',
  protection: 'protection diode or array',
  chip: 'chip',
  bridge: 'solder bridge',
  water: 'water or corrosion',
  port: 'the port itself',
  plugged: 'what is plugged in (lamp, coil, module)',
};

/**
 * How often each kind is the one, for one part of it, any scale (common practice: a torn port leaves bridges and bent contacts; of the
 * parts, ceramic capacitors crack, then transistors and protection fail, chips last). Counted from own jobs once there are some.
 */
export const SUSPECT_SHARES: Readonly<Record<SuspectKind, number>> = {
  ceramic: 1,
  electrolytic: 0.25,
  transistor: 0.9,
  protection: 1.3,
  chip: 0.7,
  bridge: 2,
  water: 1.2,
  port: 2.2,
  plugged: 0.8,
};

/** What can be done about a suspect. */
export const HUNT_ACTIONS = ['look', 'unplug', 'measure', 'lift'] as const;
export type HuntAction = (typeof HUNT_ACTIONS)[number];

/** Seconds each action takes on a part of each kind (a judgement of common practice at the bench). */
export const LOOK_SECONDS = 8;
export const UNPLUG_SECONDS = 25;
export const MEASURE_SECONDS = 15;
export const LIFT_SECONDS: Readonly<Record<SuspectKind, number>> = {
  ceramic: 150,
  electrolytic: 150,
  transistor: 180,
  protection: 160,
  chip: 600,
  bridge: 60,
  water: 120,
  port: 240,
  plugged: 25,
};

/** Chance that a failed part of a kind shows it under the magnifier, and that a sound one looks as if (a judgement). */
export const SCAR_WHEN_FAILED: Readonly<Record<SuspectKind, number>> = {
  ceramic: 0.3,
  electrolytic: 0.4,
  transistor: 0.35,
  protection: 0.35,
  chip: 0.25,
  bridge: 0.75,
  water: 0.85,
  port: 0.5,
  plugged: 0.1,
};
export const SCAR_WHEN_SOUND = 0.03;

export interface Suspect {
  readonly id: string;
  readonly label: string;
  readonly kind: SuspectKind;
  /** Which stretch of the rail it hangs on: stretches are parted by coils, beads and fuses. */
  readonly stretch: string;
  /** Seen before anything was done: a burn, a crack, a hair of solder. */
  readonly scar: boolean;
}

/** A coil, bead or fuse between two stretches of the rail, with its resistance once it is known, ohms. */
export interface RailLink {
  readonly a: string;
  readonly b: string;
  readonly ohms: number | null;
}
