/** Acceptance limits: `pass` inside, `doubt` inside the wider one, `fail` beyond. Limits included. */
export interface AcceptanceLimits {
  readonly pass: readonly [number, number];
  readonly doubt: readonly [number, number];
}

export type Verdict = 'pass' | 'doubt' | 'fail';

/** Where a figure falls. OL counts as `Infinity`; NaN throws RangeError. */
export function judgeAgainst(value: number, limits: AcceptanceLimits): Verdict {
  if (Number.isNaN(value)) throw new RangeError('cannot judge NaN');
  const within = ([low, high]: readonly [number, number]): boolean => value >= low && value <= high;
  if (within(limits.pass)) return 'pass';
  return within(limits.doubt) ? 'doubt' : 'fail';
}

/** Pin to landing: wire, joints and leads together (common practice: under 1 ohm, up to 2 is a poor joint). */
export const RING_LIMITS: AcceptanceLimits = { pass: [0, 1], doubt: [1, 2] };
/** Neighbours: OL or at least 1 kohm; 100 ohm to 1 kohm is a part between them, or flux (common practice). */
export const APART_LIMITS: AcceptanceLimits = { pass: [1000, Infinity], doubt: [100, 1000] };
/** VBUS to ground: at 50 ohm the input takes 100 mA, one unit load, before it does anything (USB 2.0, from memory). */
export const NOT_SHORT_LIMITS: AcceptanceLimits = { pass: [1000, Infinity], doubt: [50, 1000] };
/** Volts at the pin: 4.75-5.25 V at a host's port; down to 4.40 V at a device, up to 5.50 V in later revisions (USB 2.0, from memory). */
export const VBUS_LIMITS: AcceptanceLimits = { pass: [4.75, 5.25], doubt: [4.4, 5.5] };

/** Draw: some, and not more than the device is meant to take (10 % for the meter); up to a fifth more is in doubt (common practice). */
export function drawLimits(deviceCurrentA: number): AcceptanceLimits {
  return { pass: [0.005, deviceCurrentA * 1.1], doubt: [0.001, deviceCurrentA * 1.2] };
}

/**
 * Draw of a device whose draw nobody knows: some, up to the 1.5 A that a charging port gives before it shuts off (USB battery charging 1.2,
 * from memory). That it is the right draw is not said by it.
 */
export const ANY_DRAW_LIMITS: AcceptanceLimits = { pass: [0.005, 1.5], doubt: [0.001, 3] };

const side = (value: number, print: (value: number) => string): string =>
  value === Infinity ? '' : print(value);

/** The limits in words, as in `4.75 to 5.25 V`, `up to 1 Ω`, `above 1 kΩ`; `over` names what a reading without end shows. */
export function limitWords(
  { pass: [low, high] }: AcceptanceLimits,
  print: (value: number) => string,
  over: string | null = null,
): string {
  if (high === Infinity) return `${over === null ? '' : `${over} or `}above ${print(low)}`;
  return low === 0 ? `up to ${side(high, print)}` : `${print(low)} to ${side(high, print)}`;
}
