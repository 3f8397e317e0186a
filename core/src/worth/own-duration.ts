/** How long a workshop's own jobs took. */
export interface OwnDuration {
  readonly count: number;
  /** Minutes. */
  readonly middle: number;
  readonly least: number;
  readonly most: number;
}

/** From the minutes of jobs that were handed back; `null` with none. Throws RangeError on minutes below 0. */
export function ownDuration(minutes: readonly number[]): OwnDuration | null {
  if (minutes.some((m) => !(m >= 0))) throw new RangeError('minutes are 0 or more');
  const sorted = minutes.toSorted((a, b) => a - b);
  const [least] = sorted;
  const most = sorted.at(-1);
  if (least === undefined || most === undefined) return null;
  const half = sorted.length / 2;
  const at = (i: number): number => sorted[i] ?? least;
  const middle = Number.isInteger(half) ? (at(half - 1) + at(half)) / 2 : at(Math.floor(half));
  return { count: sorted.length, middle, least, most };
}
