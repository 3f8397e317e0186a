import type { LandingChances } from '@zebbit/core';

/**
 * What a line meets first, as it was judged from common practice before anything was counted: where the fit starts from and what it is
 * measured against.
 */
const WEIGHTS: Readonly<Record<string, Readonly<Record<string, number>>>> = {
  supply: {
    fuse: 1,
    bead: 0.9,
    inductor: 0.9,
    'dual-diode': 0.9,
    diode: 0.8,
    capacitor: 0.5,
    transistor: 0.25,
    chip: 0.05,
    'esd-array': 0.25,
    other: 0.1,
    point: 0.04,
    resistor: 0.2,
    'three-legged': 0.7,
    'resistor-array': 0.02,
    switch: 0.2,
    socket: 0.005,
    choke: 0.05,
    led: 0.01,
    button: 0.01,
  },
  data: {
    resistor: 0.9,
    choke: 1.1,
    'resistor-array': 0.5,
    'esd-array': 0.4,
    chip: 0.12,
    'three-legged': 0.03,
    socket: 0.002,
    other: 0.1,
    point: 0.05,
    capacitor: 0.02,
    bead: 0.03,
    inductor: 0.03,
    'dual-diode': 0.03,
    transistor: 0.02,
    fuse: 0.005,
    diode: 0.01,
    led: 0.003,
    button: 0.01,
  },
  // D+ and D- on one net, as a charger that is asked nothing has them: to a chip that looks for it, to a divider, often nowhere.
  joined: {
    chip: 0.5,
    resistor: 0.4,
    'esd-array': 0.2,
    point: 0.25,
    other: 0.1,
    capacitor: 0.03,
    transistor: 0.05,
  },
  configuration: { resistor: 1, chip: 0.12, 'esd-array': 0.08, other: 0.1, point: 0.06, capacitor: 0.03 },
  superspeed: { capacitor: 1, choke: 0.6, 'esd-array': 0.5, chip: 0.4, other: 0.1, point: 0.05 },
};

/** Kind and nearness together said more than each for itself. */
const SHARPER = 1.3;
const RARE = 0.01;
const STEP_MM = 3.2;

export const JUDGED_LANDINGS: LandingChances = {
  first: Object.fromEntries(
    Object.entries(WEIGHTS).map(([group, kinds]) => [
      group,
      Object.fromEntries(Object.entries(kinds).map(([kind, w]) => [kind, SHARPER * Math.log(w)])),
    ]),
  ),
  rare: SHARPER * Math.log(RARE),
  perMm: { other: -SHARPER / STEP_MM },
  mark: SHARPER,
  legs: SHARPER,
  side: 1,
};
