import type { Reading } from './reading';

/** Meters beep below 30 to 50 ohm: a beep proves no more than the upper figure, silence no more than the lower (common practice). */
export const BEEP_AT_MOST_OHMS = 50;
export const SILENT_AT_LEAST_OHMS = 30;
/** Wire, leads and two contacts together stay below this (common practice). */
export const WIRE_AT_MOST_OHMS = 1;
/** No wire with two honest contacts reads above this (common practice). */
export const NOT_A_WIRE_OHMS = 10;
/** What leads and contacts may add or hide in an ohms reading (common practice). */
export const LEADS_OHMS = 0.5;
/** A meter's diode test drives about 1 mA, so this is a few ohms (common practice). */
export const DIODE_WIRE_VOLTS = 0.005;
export const DIODE_NOT_A_WIRE_VOLTS = 0.05;

export type Meaning =
  | {
      readonly kind: 'conducts';
      /** Ohms between the points are at most this. */ readonly atMost: number;
      readonly sight: boolean;
    }
  | { readonly kind: 'apart'; /** Ohms between the points are at least this. */ readonly atLeast: number }
  | { readonly kind: 'neither' };

const NEITHER: Meaning = { kind: 'neither' };

function fromOhms(ohms: number): Meaning {
  if (ohms <= WIRE_AT_MOST_OHMS) return { kind: 'conducts', atMost: ohms + LEADS_OHMS, sight: false };
  if (ohms >= NOT_A_WIRE_OHMS) return { kind: 'apart', atLeast: ohms };
  return NEITHER;
}

function fromDiode(volts: number): Meaning {
  if (Math.abs(volts) <= DIODE_WIRE_VOLTS) return { kind: 'conducts', atMost: 5 + LEADS_OHMS, sight: false };
  return volts >= DIODE_NOT_A_WIRE_VOLTS ? { kind: 'apart', atLeast: SILENT_AT_LEAST_OHMS } : NEITHER;
}

/** What one reading says about whether its two points can be one net, taken by itself. Volts say nothing of that. */
export function readingMeaning(reading: Reading): Meaning {
  const { mode, shown, value } = reading;
  if (mode === 'volts') return NEITHER;
  if (mode === 'seen') {
    return shown === 'beep' ? { kind: 'conducts', atMost: 0, sight: true } : { kind: 'neither' };
  }
  if (shown === 'beep') return { kind: 'conducts', atMost: BEEP_AT_MOST_OHMS, sight: false };
  if (shown === 'open' || shown === 'over' || shown === 'climbs')
    return { kind: 'apart', atLeast: SILENT_AT_LEAST_OHMS };
  if (value === null) return NEITHER;
  return mode === 'diode' ? fromDiode(value) : fromOhms(value);
}
