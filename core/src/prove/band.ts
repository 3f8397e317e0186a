/** An acceptance band: `pass` inside, `doubt` inside the wider one, `fail` beyond. Limits included. */
export interface Band {
  readonly pass: readonly [number, number];
  readonly doubt: readonly [number, number];
}

export type Verdict = 'pass' | 'doubt' | 'fail';

/** Where a figure falls. OL counts as `Infinity`; NaN throws RangeError. */
export function judgeBand(value: number, band: Band): Verdict {
  if (Number.isNaN(value)) throw new RangeError('cannot judge NaN');
  const within = ([low, high]: readonly [number, number]): boolean => value >= low && value <= high;
  if (within(band.pass)) return 'pass';
  return within(band.doubt) ? 'doubt' : 'fail';
}

/** Pin to landing: wire, joints and leads together (common practice: under 1 ohm, up to 2 is a poor joint). */
export const RING_BAND: Band = { pass: [0, 1], doubt: [1, 2] };
/** Neighbours: OL or at least 1 kohm; 100 ohm to 1 kohm is a part between them, or flux (common practice). */
export const APART_BAND: Band = { pass: [1000, Infinity], doubt: [100, 1000] };
/** VBUS to ground: at 50 ohm the input takes 100 mA, one unit load, before it does anything (USB 2.0, from memory). */
export const NOT_SHORT_BAND: Band = { pass: [1000, Infinity], doubt: [50, 1000] };
/** Volts at the pin: 4.75-5.25 V at a host's port; down to 4.40 V at a device, up to 5.50 V in later revisions (USB 2.0, from memory). */
export const VBUS_BAND: Band = { pass: [4.75, 5.25], doubt: [4.4, 5.5] };

/** Draw: some, and not more than the device is meant to take (10 % for the meter); up to a fifth more is in doubt (common practice). */
export function drawBand(deviceCurrentA: number): Band {
  return { pass: [0.005, deviceCurrentA * 1.1], doubt: [0.001, deviceCurrentA * 1.2] };
}
