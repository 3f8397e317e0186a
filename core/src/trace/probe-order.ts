import type { PinFunction } from '../connector/pin-function';
import type { MeterMode } from '../quantity/meter-entry';

/** One reading to take next, and why. */
export interface ProbeOrder {
  readonly red: string;
  readonly black: string;
  readonly redLabel: string;
  readonly blackLabel: string;
  readonly mode: MeterMode;
  /** Why this one now, in words for the slip. */
  readonly why: string;
  /** What each outcome would mean. */
  readonly means: readonly { readonly shows: string; readonly tells: string }[];
  /** `tell`: it tells most of where pins go; `repeat`: a reading that does not fit the others; `danger`: what must stay apart is rung apart. */
  readonly purpose: 'tell' | 'repeat' | 'danger';
  /** What has to be scraped bare before a tip can rest there: names of tracks' ends; mostly none. */
  readonly scrape: readonly string[];
  /** What it is expected to tell of where pins go, bits. */
  readonly gainBits: number;
  /** What it takes from where the hands are, seconds. */
  readonly seconds: number;
}

/** How a pair and mode are remembered for skipping. In diode mode it matters which lead is where. */
export function probeKey(red: string, black: string, mode: MeterMode): string {
  return [...(mode === 'diode' ? [red, black] : [red, black].sort()), mode].join('|');
}

const TOUCHED: readonly MeterMode[] = ['continuity', 'ohms', 'diode'];

/** Whether a pair was skipped: who cannot rest both tips there cannot do so in another mode either. A look is skipped by itself. */
export function isSkipped(
  skipped: ReadonlySet<string>,
  red: string,
  black: string,
  mode: MeterMode,
): boolean {
  if (skipped.size === 0) return false;
  if (!TOUCHED.includes(mode)) return skipped.has(probeKey(red, black, mode));
  return TOUCHED.some((m) => skipped.has(probeKey(red, black, m)) || skipped.has(probeKey(black, red, m)));
}

/** What a target is called: its function if the board is wired as marked. */
export function targetName(functions: readonly PinFunction[]): string {
  return functions[0] ?? 'unknown';
}
