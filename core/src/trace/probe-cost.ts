import type { ProbePoint } from '../board/probe-point';
import type { Reading } from '../board/reading';
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
  /** A via's ring under the mask. */
  scrapeVia: 9,
  /** One to two millimetres of a track laid bare with a knife. */
  scrapeTrack: 60,
} as const;

/** What has to be scraped before a tip makes contact, seconds: a track's end under the mask, a via's ring; 0 for bare metal. */
function scrapingSeconds(p: ProbePoint, bared: ReadonlySet<string>): number {
  if (p.owner !== 'point' || bared.has(p.id)) return 0;
  if (isTrackEnd(p)) return PROBE_SECONDS.scrapeTrack;
  return p.point.role === 'via' ? PROBE_SECONDS.scrapeVia : 0;
}

/** Whether a point is where a track goes on under the mask. */
export const isTrackEnd = (p: ProbePoint): boolean => p.owner === 'point' && p.point.role === 'track-end';

/** Points laid bare already: a meter's tip rested there. */
export const baredPoints = (readings: readonly Reading[]): Set<string> =>
  new Set(readings.filter((r) => !r.struck && r.mode !== 'seen').flatMap((r) => [r.red, r.black]));

/** Seconds to take one reading from where the hands are; the first one of a job has both leads to place. */
export function probeSeconds(
  hands: ProbeHands | null,
  red: ProbePoint,
  black: ProbePoint,
  mode: MeterMode,
  bared: ReadonlySet<string>,
): number {
  const moved = hands ? Number(hands.red.id !== red.id) + Number(hands.black.id !== black.id) : 2;
  const turned = red.face !== black.face || (hands !== null && hands.red.face !== red.face);
  const scraping = mode === 'seen' ? 0 : [red, black].reduce((sum, p) => sum + scrapingSeconds(p, bared), 0);
  return (
    PROBE_SECONDS[mode] +
    (hands && hands.mode !== mode && mode !== 'seen' ? PROBE_SECONDS.changeMode : 0) +
    moved * PROBE_SECONDS.moveLead +
    (turned ? PROBE_SECONDS.turnBoard : 0) +
    scraping
  );
}
