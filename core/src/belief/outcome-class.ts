import type { Reading } from '../board/reading';
import type { MeterMode, MeterShown } from '../quantity/meter-entry';
import { METER_MODES } from '../quantity/meter-entry';

/** Modes that say something of nets while nothing is powered: all but volts. */
export const TRACE_MODES = METER_MODES.filter((m): m is Exclude<MeterMode, 'volts'> => m !== 'volts');
export type TraceMode = (typeof TRACE_MODES)[number];

/** Upper edges of the classes that figures fall into; after the last figure come `climbs` and `over`. */
export const OHMS_EDGES = [
  0.23, 0.32, 0.45, 1.2, 10, 17, 24.5, 30, 37, 60, 1300, 1700, 4600, 4850, 5700, 2e4, 1e6, 1e8,
] as const;
export const DIODE_EDGES = [0.005, 0.05, 0.12, 0.4, 0.85, 1.6, 3.1] as const;

export const CLASS_COUNT: Readonly<Record<TraceMode, number>> = {
  continuity: 2,
  ohms: OHMS_EDGES.length + 2,
  diode: DIODE_EDGES.length + 2,
  seen: 2,
};

const figureClass = (edges: readonly number[], value: number): number => {
  const at = edges.findIndex((edge) => value < edge);
  return at < 0 ? edges.length - 1 : at;
};

/** The class of what was shown: continuity and the eye beep (0) or not (1); figures by their edges, then climbs, then over. */
export function shownClass(mode: TraceMode, { shown, value }: MeterShown): number {
  if (mode === 'continuity' || mode === 'seen') return shown === 'beep' ? 0 : 1;
  const edges = mode === 'ohms' ? OHMS_EDGES : DIODE_EDGES;
  if (shown === 'beep') return 0;
  if (shown === 'climbs') return edges.length;
  if (shown === 'value' && value !== null) return figureClass(edges, Math.abs(value));
  return edges.length + 1;
}

/** How a reading enters the belief: a figure shown while in continuity counts as ohms. `null` for volts. */
export function readingClass(
  reading: Pick<Reading, 'mode' | 'shown' | 'value'>,
): { readonly mode: TraceMode; readonly at: number } | null {
  if (reading.mode === 'volts') return null;
  const mode: TraceMode = reading.mode === 'continuity' && reading.shown === 'value' ? 'ohms' : reading.mode;
  return { mode, at: shownClass(mode, reading) };
}

/** A group of classes of one mode that reads alike to a person. */
export interface ClassWords {
  readonly from: number;
  readonly to: number;
  readonly shows: string;
}

const OHMS_WORDS: readonly ClassWords[] = [
  { from: 0, to: 1, shows: 'under 0.3 Ω' },
  { from: 2, to: 3, shows: '0.3 to 1 Ω' },
  { from: 4, to: 5, shows: '1 to 17 Ω' },
  { from: 6, to: 8, shows: '22, 27 or 33 Ω' },
  { from: 9, to: 10, shows: '37 Ω to 1.3 kΩ' },
  { from: 11, to: 11, shows: 'about 1.5 kΩ' },
  { from: 12, to: 12, shows: '1.7 to 4.6 kΩ' },
  { from: 13, to: 13, shows: 'about 4.7 kΩ' },
  { from: 14, to: 14, shows: 'about 5.1 kΩ' },
  { from: 15, to: 15, shows: '6 to 20 kΩ' },
  { from: 16, to: 17, shows: '20 kΩ or more' },
  { from: 18, to: 18, shows: 'it climbs' },
  { from: 19, to: 19, shows: 'OL' },
];
const DIODE_WORDS: readonly ClassWords[] = [
  { from: 0, to: 1, shows: 'about 0 V' },
  { from: 2, to: 3, shows: '0.15 to 0.4 V' },
  { from: 4, to: 4, shows: '0.45 to 0.8 V' },
  { from: 5, to: 6, shows: 'over 0.9 V' },
  { from: 7, to: 7, shows: 'it climbs' },
  { from: 8, to: 8, shows: 'OL' },
];
const BEEP_WORDS: readonly ClassWords[] = [
  { from: 0, to: 0, shows: 'beep' },
  { from: 1, to: 1, shows: 'open' },
];
const SEEN_WORDS: readonly ClassWords[] = [
  { from: 0, to: 0, shows: 'followed' },
  { from: 1, to: 1, shows: 'ends' },
];

/** The classes of a mode as a person would name them. */
export function classWords(mode: MeterMode): readonly ClassWords[] {
  if (mode === 'ohms') return OHMS_WORDS;
  if (mode === 'diode') return DIODE_WORDS;
  return mode === 'seen' ? SEEN_WORDS : BEEP_WORDS;
}
