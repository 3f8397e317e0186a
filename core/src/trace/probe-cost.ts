import type { ProbePoint } from '../board/probe-point';
import type { MeterMode } from '../quantity/meter-entry';

/** Where the tips and the dial are now. */
export interface ProbeHands {
  readonly red: ProbePoint;
  readonly black: ProbePoint;
  readonly mode: MeterMode;
}

/** What handling costs, seconds (a judgement of common practice at the bench). */
export const PROBE_SECONDS = {
  continuity: 3,
  ohms: 5,
  diode: 5,
  volts: 8,
  seen: 18,
  changeMode: 2.5,
  moveLead: 2,
  turnBoard: 8,
  scrape: 9,
} as const;

/** A stub or a via lies under the mask: it has to be scraped before a tip makes contact. */
function needsScraping(p: ProbePoint): boolean {
  return p.owner === 'point' && (p.point.role === 'track-end' || p.point.role === 'via');
}

/** Seconds to take one reading from where the hands are; the first one of a job has both leads to place. */
export function probeSeconds(
  hands: ProbeHands | null,
  red: ProbePoint,
  black: ProbePoint,
  mode: MeterMode,
): number {
  const moved = hands ? Number(hands.red.id !== red.id) + Number(hands.black.id !== black.id) : 2;
  const turned = red.face !== black.face || (hands !== null && hands.red.face !== red.face);
  const scraped = [red, black].filter(
    (p) => needsScraping(p) && hands?.red.id !== p.id && hands?.black.id !== p.id,
  ).length;
  return (
    PROBE_SECONDS[mode] +
    (hands && hands.mode !== mode && mode !== 'seen' ? PROBE_SECONDS.changeMode : 0) +
    moved * PROBE_SECONDS.moveLead +
    (turned ? PROBE_SECONDS.turnBoard : 0) +
    scraped * PROBE_SECONDS.scrape
  );
}
