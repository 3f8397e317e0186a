import { parseBench } from './parse-bench';

/** `seen` is a track followed by eye: the one way of reading that needs no meter. */
export const METER_MODES = ['continuity', 'ohms', 'diode', 'volts', 'seen'] as const;
export type MeterMode = (typeof METER_MODES)[number];

export const METER_SHOWN = ['beep', 'open', 'over', 'climbs', 'value'] as const;

/**
 * What the meter showed, as kept: a beep, silence, over range, a figure that keeps climbing (a large
 * capacitor fills), or a number in the base unit of the mode (ohm or volt).
 */
export interface MeterShown {
  readonly shown: (typeof METER_SHOWN)[number];
  /** Ohms for continuity and ohms, volts for diode and volts; `null` unless `shown` is `value`. */
  readonly value: number | null;
}

export type MeterEntry =
  { readonly ok: true; readonly shown: MeterShown } | { readonly ok: false; readonly message: string };

const CLIMBS = /^(c|climbs|climbing|charging)$/iu;
const OVER = /^(ol|o\.l\.?|over|inf|∞)$/iu;

/**
 * Reads what was typed for a meter in a given mode: `OL`, `c` (climbs), `4k7`, `0.58`.
 * A bare number in continuity counts as ohms, since meters show them while they beep.
 */
export function parseMeterEntry(text: string, mode: MeterMode): MeterEntry {
  const typed = text.trim();
  if (mode === 'seen')
    return { ok: false, message: 'A track that is seen has no figure; choose followed or ends' };
  if (OVER.test(typed)) {
    if (mode === 'volts')
      return { ok: false, message: 'OL on volts means the wrong range; choose a higher one' };
    return { ok: true, shown: { shown: mode === 'continuity' ? 'open' : 'over', value: null } };
  }
  if (CLIMBS.test(typed)) {
    if (mode === 'volts') return { ok: false, message: 'Wait until the volts stand still, then enter them' };
    return { ok: true, shown: { shown: 'climbs', value: null } };
  }
  const kind = mode === 'continuity' || mode === 'ohms' ? 'resistance' : 'voltage';
  const figure = parseBench(typed, kind);
  if (!figure.ok) return { ok: false, message: figure.message };
  if (mode === 'diode' && (figure.value < 0 || figure.value > 4)) {
    return { ok: false, message: `A diode reading lies between 0 and 4 V, not ${figure.value} V` };
  }
  return { ok: true, shown: { shown: 'value', value: figure.value } };
}
