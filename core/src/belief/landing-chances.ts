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
 * The fit on made-up boards of 32 input stages, twelve of each, held near what was judged; which side looks to the port is not fitted.
 * `npm run bench -- landings DIR` prints it, and how it holds on stages left out and on boards of another hand.
 */
export const LANDING_CHANCES: LandingChances = {
  first: {
    supply: {
      fuse: 0.77,
      bead: -0.01,
      inductor: 0.18,
      'dual-diode': 0.93,
      diode: -0.87,
      capacitor: -1.55,
      transistor: -1.78,
      chip: -3.3,
      'esd-array': -2.33,
      other: -2.9,
      point: -4.22,
      resistor: -3.12,
      'three-legged': -0.46,
      'resistor-array': -5.1,
      switch: -2.09,
      socket: -6.89,
      choke: -4.01,
      led: -6.02,
      button: -5.99,
    },
    data: {
      resistor: -1.41,
      choke: 0.82,
      'resistor-array': -0.43,
      'esd-array': -0.82,
      chip: -2.72,
      'three-legged': -4.56,
      socket: -8.08,
      other: -2.55,
      point: -3.97,
      capacitor: -5.41,
      bead: -4.67,
      inductor: -4.59,
      'dual-diode': -4.74,
      transistor: -5.09,
      fuse: -6.9,
      diode: -5.99,
      led: -7.55,
      button: -5.99,
    },
    joined: {
      chip: -1.03,
      resistor: -1.01,
      'esd-array': -2.09,
      point: -1.82,
      other: -3.01,
      capacitor: -4.58,
      transistor: -3.89,
      fuse: -5.99,
      'dual-diode': -5.99,
      led: -5.99,
      bead: -5.99,
    },
    configuration: {
      resistor: -0.74,
      chip: -3.09,
      'esd-array': -3.44,
      other: -2.7,
      point: -3.53,
      capacitor: -3.72,
      led: -5.99,
      'dual-diode': -5.99,
      choke: -5.99,
      inductor: -5.99,
      bead: -5.99,
      fuse: -5.99,
      transistor: -6,
      diode: -5.99,
    },
    superspeed: {
      capacitor: 0.19,
      choke: -0.66,
      'esd-array': -1.03,
      chip: -1.29,
      other: -2.95,
      point: -3.9,
      resistor: -5.99,
      'dual-diode': -5.99,
      inductor: -5.99,
      led: -5.99,
      bead: -5.99,
      fuse: -5.99,
    },
  },
  rare: -5.99,
  perMm: {
    other: -0.41,
    supply: -0.63,
    data: -0.55,
    joined: -0.44,
    configuration: -0.61,
    superspeed: -0.47,
  },
  mark: 1.34,
  legs: 0.92,
  side: 1,
};
