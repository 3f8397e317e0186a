import type { ComponentKind } from '../board/board';

/** Log weights of what is met first on a line, and of where it stands. Only differences within a line count. */
export interface LandingChances {
  /** By group of functions and kind of part. */
  readonly first: Readonly<Record<string, Readonly<Partial<Record<ComponentKind | 'point', number>>>>>;
  /** A kind that is not named. */
  readonly rare: number;
  /** A millimetre further from the port. */
  readonly perMm: Readonly<Record<string, number>> & { readonly other: number };
  /** How much marks, the number of legs and the side that looks to the port count, against what they would alone. */
  readonly mark: number;
  readonly legs: number;
  readonly side: number;
}

/** Fitted on made-up boards of 32 input stages, from what was judged before: `npm run bench -- landings DIR` prints them, and how they hold on stages left out. */
export const LANDING_CHANCES: LandingChances = {
  first: {
    supply: {
      'dual-diode': 0.94,
      fuse: 0.78,
      inductor: 0.18,
      bead: -0.08,
      'three-legged': -0.46,
      diode: -0.86,
      capacitor: -1.51,
      transistor: -1.78,
      switch: -2.09,
      'esd-array': -2.34,
      other: -2.9,
      resistor: -3.12,
      chip: -3.31,
      choke: -4.01,
      point: -4.2,
      'resistor-array': -5.1,
      socket: -6.89,
    },
    data: {
      choke: 0.82,
      'resistor-array': -0.43,
      'esd-array': -0.82,
      resistor: -1.41,
      other: -2.54,
      chip: -2.74,
      point: -3.98,
      'three-legged': -4.56,
      inductor: -4.59,
      bead: -4.67,
      'dual-diode': -4.74,
      transistor: -5.09,
      capacitor: -5.39,
      fuse: -6.9,
      led: -7.55,
      socket: -8.08,
    },
    joined: {
      resistor: -1,
      chip: -1.03,
      point: -1.82,
      'esd-array': -2.09,
      other: -3.01,
      transistor: -3.89,
      capacitor: -4.58,
    },
    configuration: {
      resistor: -0.77,
      other: -2.71,
      chip: -3.15,
      'esd-array': -3.46,
      point: -3.5,
      capacitor: -3.63,
    },
    superspeed: { capacitor: 0.2, choke: -0.66, 'esd-array': -1.04, chip: -1.29, other: -2.95, point: -3.9 },
  },
  rare: -5.99,
  perMm: { other: -0.41, supply: -0.63, data: -0.55, joined: -0.44, configuration: -0.6, superspeed: -0.47 },
  mark: 1.34,
  legs: 0.93,
  side: 1.13,
};
