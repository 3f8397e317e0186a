import type { Problem } from './evening';

/** So many evenings are played. */
const EVENINGS = 512;
/** A slow hand is slow in all it does: the share of the spread that the tasks of an evening have in common (as when durations are summed). */
const IN_COMMON = 0.2;
const PRIMES = [
  2, 3, 5, 7, 11, 13, 17, 19, 23, 29, 31, 37, 41, 43, 47, 53, 59, 61, 67, 71, 73, 79, 83, 89, 97,
];

const part = (x: number): number => x - Math.floor(x);

/** A standard normal figure of two figures between 0 and 1 (Box and Muller, 1958). */
const normal = (u: number, v: number): number =>
  Math.sqrt(-2 * Math.log(Math.max(1e-12, u))) * Math.cos(2 * Math.PI * v);

/**
 * The chance of each task of a sequence to be done in time, in its order. Evenings are played whose figures are spread evenly (a Kronecker sequence on
 * the roots of primes), so that the same evening always has the same chances.
 */
export function chancesInTime(problem: Problem, sequence: readonly number[]): number[] {
  const inTime = sequence.map(() => 0);
  for (let n = 1; n <= EVENINGS; n += 1) {
    const draw = (d: number): number => {
      const [p, q] = [PRIMES[(2 * d) % PRIMES.length] ?? 2, PRIMES[(2 * d + 1) % PRIMES.length] ?? 3];
      // Beyond the primes at hand the roots are scaled, which is another irrational number.
      const scale = 1 + Math.floor((2 * d) / PRIMES.length) * Math.SQRT1_2;
      return normal(part(n * Math.sqrt(p) * scale), part(n * Math.sqrt(q) * scale));
    };
    const hand = draw(0);
    const over = new Map<number, number>();
    let now = 0;
    let last = -1;
    sequence.forEach((i, k) => {
      const spread = problem.tasks[i]?.duration.spread ?? 0;
      const z = Math.sqrt(IN_COMMON) * hand + Math.sqrt(1 - IN_COMMON) * draw(k + 1);
      const takes = (problem.takes[i] ?? 0) * Math.exp(spread * z);
      const ready = Math.max(problem.from[i] ?? 0, ...(problem.before[i] ?? []).map((b) => over.get(b) ?? 0));
      now = Math.max(now + problem.setup(last, i), ready) + takes;
      over.set(i, now + (problem.lag[i] ?? 0));
      last = i;
      if (now <= (problem.to[i] ?? 0)) inTime[k] = (inTime[k] ?? 0) + 1;
    });
  }
  return inTime.map((count) => count / EVENINGS);
}
