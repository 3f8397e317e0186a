/** How long hands take for something: minutes as a rule (the median), and how far it strays. Log-normal. */
export interface Duration {
  /** Median, minutes, above 0. */
  readonly minutes: number;
  /** Standard deviation of its natural logarithm. */
  readonly spread: number;
  /** From how many own records beside common practice. */
  readonly own: number;
}

/** Own records count against common practice as if that were so many of them (a judgement). */
const COMMON_WEIGHT = 3;
/** Least spread: nobody takes the same time twice. */
const LEAST_SPREAD = 0.1;
/** Scales a median deviation to a standard deviation of a normal distribution (1 / 0.6745). */
const MAD_TO_SD = 1.4826;
/** Nine of ten lie within so many standard deviations above and below, one of ten beyond each. */
const TENTH = 1.2816;
/** How far the hours of one sitting stray together: a slow evening is slow in all (a judgement: fourteen wires of a quarter of an hour take 3.5 h, 2.6 to 4.8). */
const TOGETHER = 0.2;

function median(sorted: readonly number[]): number {
  const half = Math.floor(sorted.length / 2);
  const [below = 0, at = 0] = [sorted[half - 1], sorted[half]];
  return sorted.length % 2 === 0 ? (below + at) / 2 : at;
}

/**
 * How long something takes by common practice and own records. Robust: the median of the own ones counts, and their median deviation, so that one
 * forgotten stop-watch moves little; few own ones are drawn to common practice.
 * @param usual median minutes by common practice, above 0
 * @param spread of its logarithm
 * @param own minutes of own records, any order; those that are not above 0 say nothing
 */
export function durationOf(usual: number, spread: number, own: readonly number[] = []): Duration {
  if (!(usual > 0)) throw new RangeError(`minutes are above 0, got ${usual}`);
  if (!(spread >= 0)) throw new RangeError(`a spread is 0 or more, got ${spread}`);
  const logs = own
    .filter((m) => m > 0 && Number.isFinite(m))
    .map(Math.log)
    .toSorted((a, b) => a - b);
  const n = logs.length;
  if (n === 0) return { minutes: usual, spread: Math.max(LEAST_SPREAD, spread), own: 0 };
  const middle = median(logs);
  const deviations = logs.map((l) => Math.abs(l - middle)).toSorted((a, b) => a - b);
  // One record has no spread of its own.
  const ownSpread = n < 3 ? spread : MAD_TO_SD * median(deviations);
  const whole = COMMON_WEIGHT + n;
  return {
    minutes: Math.exp((COMMON_WEIGHT * Math.log(usual) + n * middle) / whole),
    spread: Math.max(LEAST_SPREAD, Math.sqrt((COMMON_WEIGHT * spread ** 2 + n * ownSpread ** 2) / whole)),
    own: n,
  };
}

/** Minutes that one of ten stays under, and one of ten goes over. */
export const lowHigh = ({
  minutes,
  spread,
}: Pick<Duration, 'minutes' | 'spread'>): { readonly low: number; readonly high: number } => ({
  low: minutes * Math.exp(-TENTH * spread),
  high: minutes * Math.exp(TENTH * spread),
});

const meanOf = (d: Duration): number => d.minutes * Math.exp(d.spread ** 2 / 2);
const sdOf = (d: Duration): number => meanOf(d) * Math.sqrt(Math.exp(d.spread ** 2) - 1);

/** Several one after the other, by the same hands: their means add up, their deviations partly. `null` of none. */
export function sumOfDurations(list: readonly Duration[]): Duration | null {
  if (list.length === 0) return null;
  const mean = list.reduce((s, d) => s + meanOf(d), 0);
  const together = list.reduce((s, d) => s + sdOf(d), 0) ** 2;
  const apart = list.reduce((s, d) => s + sdOf(d) ** 2, 0);
  const variance = TOGETHER * together + (1 - TOGETHER) * apart;
  const spread = Math.sqrt(Math.log(1 + variance / mean ** 2));
  return {
    minutes: mean * Math.exp(-(spread ** 2) / 2),
    spread,
    own: Math.min(...list.map((d) => d.own)),
  };
}

/** Share of a standard normal distribution above z (Abramowitz and Stegun, Handbook of Mathematical Functions, 26.2.17; within 7.5e-8). */
function above(z: number): number {
  if (z < 0) return 1 - above(-z);
  const t = 1 / (1 + 0.2316419 * z);
  const poly =
    t * (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
  return (Math.exp(-(z ** 2) / 2) / Math.sqrt(2 * Math.PI)) * poly;
}

/**
 * What is still to come of something that has gone on for a while and is not done: half of those that take longer than that are done by then.
 * @param elapsed minutes so far, 0 or more
 */
export function remainingOf(duration: Duration, elapsed: number): Duration {
  if (!(elapsed > 0)) return duration;
  const { minutes, spread } = duration;
  const share = (m: number): number => above(Math.log(m / minutes) / spread);
  const half = share(elapsed) / 2;
  // Far beyond what was expected the tail says nothing any more: then as long again as a tenth of what has gone.
  if (!(half > 1e-7)) return { ...duration, minutes: Math.max(1, elapsed / 10) };
  let [low, high] = [elapsed, elapsed + 20 * minutes];
  for (let i = 0; i < 60; i += 1) {
    const middle = (low + high) / 2;
    if (share(middle) > half) low = middle;
    else high = middle;
  }
  return { ...duration, minutes: Math.max(1, high - elapsed) };
}
