import type { PinFunction } from '../connector/pin-function';
import { functionGroup, isOptional } from '../connector/pin-function';

export const FALLBACKS = ['donor', 'breakout', 'pigtail', 'other-way-in'] as const;
export type FallbackKind = (typeof FALLBACKS)[number];

export interface Fallback {
  readonly kind: FallbackKind;
  readonly title: string;
  readonly what: string;
  /** Work at the bench, minutes. */
  readonly minutes: number;
  readonly formula: string;
  /** Lines that have to be wired. */
  readonly wires: number;
  /** What is lost by it; empty when nothing. */
  readonly gives: string;
}

/** A wire from pin to landing takes a quarter of an hour by hand (common practice). */
export const MINUTES_A_WIRE = 15;
/** Fixed parts of the work, minutes (common practice). */
const LIFT_OFF_DONOR = 20;
const FIT_NEW = 30;
const FIX_BREAKOUT = 40;
const STRAIN_RELIEF = 25;
const OTHER_WAY = 90;

/** Lines that must be joined: each function once, without those that the device can do without. */
export function neededLines(functions: readonly PinFunction[], dataWanted: boolean): PinFunction[] {
  return [
    ...new Set(
      functions.filter(
        (f) =>
          f !== 'unknown' &&
          f !== 'GND_DRAIN' &&
          !isOptional(f) &&
          (dataWanted || functionGroup(f) !== 'data'),
      ),
    ),
  ];
}

/**
 * What to do when no part is to be had, or no pads are left to hold one: each with its price in work, cheapest first.
 * @param functions of the contacts the port has
 * @param legsLeft legs that still find a sound hole or land
 * @param dataWanted whether charging alone is not enough
 */
export function fallbacks(
  functions: readonly PinFunction[],
  legsLeft: number,
  dataWanted: boolean,
): Fallback[] {
  const lines = neededLines(functions, dataWanted);
  const wires = Math.max(2, lines.length);
  const wired = wires * MINUTES_A_WIRE;
  const list: Fallback[] = [
    {
      kind: 'donor',
      title: 'From a donor board',
      what: 'Hot air from below or around, 10 to 15 s, shell gripped: it drops off. Spare the plastic.',
      minutes: LIFT_OFF_DONOR + FIT_NEW,
      formula: `${LIFT_OFF_DONOR} min to lift it off + ${FIT_NEW} min to fit it`,
      wires: 0,
      gives: legsLeft === 0 ? 'Nothing would hold it: no leg finds a hole or land.' : '',
    },
    {
      kind: 'breakout',
      title: 'A small breakout board',
      what: `Glued where the port was, ${wires} wires to the landing points: ${lines.join(', ')}.`,
      minutes: FIX_BREAKOUT + wired,
      formula: `${FIX_BREAKOUT} min to fix it + ${wires} wires × ${MINUTES_A_WIRE} min`,
      wires,
      gives: 'Needs room in the case behind the opening.',
    },
    {
      kind: 'pigtail',
      title: 'A cable for good, with strain relief',
      what: `A cut cable led in through the opening, ${wires} wires (red VBUS, white D-, green D+, black GND), knotted or clamped inside.`,
      minutes: STRAIN_RELIEF + wired,
      formula: `${STRAIN_RELIEF} min for the strain relief + ${wires} wires × ${MINUTES_A_WIRE} min`,
      wires,
      gives: 'The cable cannot be unplugged any more.',
    },
    {
      kind: 'other-way-in',
      title: 'Another way in',
      what: 'A pad for charging without a plug, or serial pads for the data, if the owner accepts it.',
      minutes: OTHER_WAY + 2 * MINUTES_A_WIRE,
      formula: `${OTHER_WAY} min to find and try it + 2 wires × ${MINUTES_A_WIRE} min`,
      wires: 2,
      gives: dataWanted ? 'Charging and data do not both come back by it.' : 'The port stays dead.',
    },
  ];
  return list.sort((a, b) => a.minutes - b.minutes);
}
