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

/**
 * Half way between what was judged and a fit on made-up boards of 32 input stages, twelve of each. `npm run bench -- landings DIR` prints them,
 * and how the fit holds on stages left out. With the fit alone Trace ended unsure, at 96 %, on a board with a single fuse; why is not known.
 */
export const LANDING_CHANCES: LandingChances = {
  first: {
    supply: {
      'dual-diode': 0.4,
      fuse: 0.39,
      inductor: 0.02,
      bead: -0.11,
      'three-legged': -0.46,
      diode: -0.57,
      capacitor: -1.2,
      transistor: -1.79,
      switch: -2.09,
      'esd-array': -2.07,
      other: -2.94,
      resistor: -2.6,
      chip: -3.6,
      choke: -3.95,
      point: -4.19,
      'resistor-array': -5.09,
      socket: -6.89,
      led: -5.99,
      button: -5.99,
    },
    data: {
      choke: 0.47,
      'resistor-array': -0.66,
      'esd-array': -1,
      resistor: -0.77,
      other: -2.76,
      chip: -2.75,
      point: -3.93,
      'three-legged': -4.56,
      inductor: -4.57,
      bead: -4.61,
      'dual-diode': -4.65,
      transistor: -5.09,
      capacitor: -5.24,
      fuse: -6.89,
      led: -7.55,
      socket: -8.08,
      diode: -5.99,
      button: -5.99,
    },
    joined: {
      resistor: -1.09,
      chip: -0.97,
      point: -1.81,
      'esd-array': -2.09,
      other: -3,
      transistor: -3.89,
      capacitor: -4.57,
    },
    configuration: {
      resistor: -0.38,
      other: -2.85,
      chip: -2.95,
      'esd-array': -3.37,
      point: -3.58,
      capacitor: -4.09,
    },
    superspeed: { capacitor: 0.1, choke: -0.66, 'esd-array': -0.97, chip: -1.24, other: -2.97, point: -3.89 },
  },
  rare: -5.99,
  perMm: { other: -0.41, supply: -0.52, data: -0.48, joined: -0.42, configuration: -0.5, superspeed: -0.44 },
  mark: 1.32,
  legs: 1.12,
  side: 1.07,
};
