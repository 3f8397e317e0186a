/** Acceptance limits: `pass` inside, `doubt` inside the wider one, `fail` beyond. Limits included. */
export interface AcceptanceLimits {
  readonly pass: readonly [number, number];
  readonly doubt: readonly [number, number];
}

/** `spared` and `untested` are answers by words, never of a figure. */
export type Verdict = 'pass' | 'doubt' | 'fail' | 'spared' | 'untested';

/** Where a figure falls. OL counts as `Infinity`; NaN throws RangeError. */
export function judgeAgainst(value: number, limits: AcceptanceLimits): Verdict {
  if (Number.isNaN(value)) throw new RangeError('cannot judge NaN');
  const within = ([low, high]: readonly [number, number]): boolean => value >= low && value <= high;
  if (within(limits.pass)) return 'pass';
  return within(limits.doubt) ? 'doubt' : 'fail';
}

/** Pin to landing: wire, joints and leads together (common practice: under 1 ohm, up to 2 is a poor joint). */
export const RING_LIMITS: AcceptanceLimits = { pass: [0, 1], doubt: [1, 2] };
/** What a good joint and two tips add to leads and wire, ohm; so much more is a poor joint (common practice). */
const JOINT_OHMS = 0.3;
const POOR_OHMS = 1;
/** Leads that were not nulled are taken for this, ohm (common practice). */
export const LEADS_NOT_NULLED = 0.7;

/**
 * Pin to landing with what lies between worked out.
 * @param leads what the tips read on each other, ohm; `null` where that was not taken
 * @param wire resistance of the wire between, ohm
 */
export function ringLimits(leads: number | null, wire = 0): AcceptanceLimits {
  const pass = Number(((leads ?? LEADS_NOT_NULLED) + wire + JOINT_OHMS).toFixed(2));
  return { pass: [0, pass], doubt: [pass, Number((pass + POOR_OHMS).toFixed(2))] };
}

/** Tips on each other (common practice: leads of a cheap meter read 0.1 to 1 ohm). */
export const LEADS_LIMITS: AcceptanceLimits = { pass: [0, 1], doubt: [1, 3] };
/** A CC pin of a device that takes power to ground: 5.1 kohm, 10 % about it in circuit (USB Type-C, from memory). */
export const CC_LIMITS: AcceptanceLimits = { pass: [4600, 5700], doubt: [1000, 60_000] };
/** A lithium cell at its plug: flat or full it reads 2.5 to 4.25 V; below about 2 V it is never charged (common practice); below 0 it is the wrong way round. */
export const CELL_LIMITS: AcceptanceLimits = { pass: [2.5, 4.25], doubt: [2, 4.3] };
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
