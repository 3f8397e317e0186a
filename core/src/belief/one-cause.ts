import type { MeterMode } from '../quantity/meter-entry';
import type { TraceEvidence } from './evidence';

/** So few ohms between two points change nothing in what a third one reads to either (Ohm's law: kilohms and diodes are read there). */
const TIED_OHMS = 100;
/** From this many ohms on a reading to a third point is the same at both ends of a tie. */
const FAR_OHMS = 1000;
/** Classes of outcome that lie no further apart are one reading taken twice. */
const SAME_CLASS = 1;

/** Which points are joined by few ohms, by readings and marks: for each the least of those it is joined to. */
export function tiesOf(count: number, evidence: readonly TraceEvidence[]): Int32Array {
  const root = Int32Array.from({ length: count }, (_, i) => i);
  const find = (i: number): number => {
    let at = i;
    while (root[at] !== at) at = root[at] as number;
    return at;
  };
  for (const { red, black, mode, reading } of evidence) {
    const joined =
      (mode === 'ohms' && reading.shown === 'value' && Math.abs(reading.value ?? Infinity) < TIED_OHMS) ||
      (mode === 'continuity' && reading.shown === 'beep');
    if (!joined) continue;
    const [a, b] = [find(red), find(black)];
    root[Math.max(a, b)] = Math.min(a, b);
  }
  return root.map((_, i) => find(i));
}

/** Whether what was shown would be shown at the other end of a tie as well. */
export function isFar({ mode, reading: { shown, value } }: TraceEvidence): boolean {
  if (mode === 'seen') return false;
  return shown !== 'beep' && (shown !== 'value' || mode === 'diode' || (value ?? 0) > FAR_OHMS);
}

/** How a pair of points is named by what it is joined to; in diode mode it matters which lead is where. `null` within one net. */
export function causeKey(ties: Int32Array, red: number, black: number, mode: MeterMode): string | null {
  const [a, b] = [ties[red] ?? red, ties[black] ?? black];
  if (a === b) return null;
  return mode === 'diode' || a < b ? `${a} ${b} ${mode}` : `${b} ${a} ${mode}`;
}

/**
 * Evidence with each cause once: a reading to a third point that was taken at both ends of few ohms is one reading, however often it was
 * taken; one across a part's own two ends is kept before others, since it tells of the part as well. Readings that disagree all stay: one of
 * them, or the tie, is wrong.
 * @param partner the other end of each point's part; -1 without one
 */
export function oneACause(
  count: number,
  evidence: readonly TraceEvidence[],
  partner: ArrayLike<number> = [],
): TraceEvidence[] {
  const ties = tiesOf(count, evidence);
  const taken = new Map<string, number[]>();
  const across = (e: TraceEvidence): boolean => partner[e.red] === e.black;
  const kept = new Set(
    [...evidence.filter(across), ...evidence.filter((e) => !across(e))].filter((e) => {
      const key = isFar(e) ? causeKey(ties, e.red, e.black, e.mode) : null;
      if (key === null) return true;
      const before = taken.get(key);
      if (!before) {
        taken.set(key, [e.at]);
        return true;
      }
      if (before.some((at) => Math.abs(at - e.at) <= SAME_CLASS)) return false;
      before.push(e.at);
      return true;
    }),
  );
  return evidence.filter((e) => kept.has(e));
}
