import { CREEP_KEY } from './power-checks';
import type { CheckResult } from './verdict';

export interface CellCreep {
  /** Readings of this charge, oldest first. */
  readonly points: readonly { readonly at: string; readonly volts: number }[];
  /** Volts an hour; `null` before two readings are far enough apart. */
  readonly perHourV: number | null;
  readonly verdict: 'wait' | 'charges' | 'flat' | 'falls';
  readonly words: string;
}

/** So long apart two readings tell, and so much is more than the meter’s last digit (common practice: look again in ten minutes). */
const APART_MIN = 8;
const TELLS_V = 0.015;
const OTHER_CHARGE_MIN = 360;

const WORDS: Readonly<Record<CellCreep['verdict'], string>> = {
  wait: 'Once more in ten minutes: volts that creep up say that it charges.',
  charges: 'They creep up: it charges.',
  flat: 'They stand still: full, or it does not charge. In the middle of its range a cell is slow: look again in half an hour.',
  falls: 'They fall: it does not charge, and the device feeds on the cell.',
};

/** What volts of the cell, keyed in at intervals, say of the charge. */
export function cellCreep(results: readonly CheckResult[]): CellCreep {
  const all = results.flatMap((r) =>
    r.key === CREEP_KEY && r.shown === 'value' && r.value !== null ? [{ at: r.at, volts: r.value }] : [],
  );
  const minute = (p: { readonly at: string }): number => Date.parse(p.at) / 60_000;
  const last = all.at(-1);
  const points = last ? all.filter((p) => minute(last) - minute(p) <= OTHER_CHARGE_MIN) : [];
  const [first] = points;
  const minutes = first && last ? minute(last) - minute(first) : 0;
  if (!first || !last || minutes < APART_MIN)
    return { points, perHourV: null, verdict: 'wait', words: WORDS.wait };
  const rise = last.volts - first.volts;
  const verdict = rise > TELLS_V ? 'charges' : rise < -TELLS_V ? 'falls' : 'flat';
  return { points, perHourV: (rise * 60) / minutes, verdict, words: WORDS[verdict] };
}
