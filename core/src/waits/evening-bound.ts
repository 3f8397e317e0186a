import type { Problem } from './evening';
import { setupMinutes, taskWorth, timeCost } from './task';

/** Nothing ends before its own minutes and those of all that come before it are over. */
export function earliestEnds(problem: Problem): Float64Array {
  const ends = new Float64Array(problem.tasks.length).fill(Number.NaN);
  const end = (i: number, depth: number): number => {
    const known = ends[i] ?? Number.NaN;
    if (!Number.isNaN(known)) return known;
    const before = problem.before[i];
    if (!before || depth > problem.tasks.length) return Infinity;
    let ready = problem.from[i] ?? 0;
    for (const b of before) ready = Math.max(ready, end(b, depth + 1) + (problem.lag[b] ?? 0));
    const at = ready + (problem.takes[i] ?? 0);
    ends[i] = at;
    return at;
  };
  problem.tasks.forEach((_, i) => void end(i, 0));
  return ends;
}

/** What a task is worth at most: as the first of the evening, with nothing changed over. */
export function worthMost(problem: Problem, i: number): number {
  const task = problem.tasks[i];
  const takes = problem.takes[i] ?? 0;
  return task ? taskWorth(task, takes, problem.minutes) - timeCost(takes) : 0;
}

/** A stretch of work that can be taken in part. */
interface Piece {
  readonly minutes: number;
  readonly worth: number;
}

const densest = (pieces: Piece[]): Piece[] =>
  pieces.toSorted((a, b) => b.worth / Math.max(1e-9, b.minutes) - a.worth / Math.max(1e-9, a.minutes));

/** The tasks of a job as chains: each after one other at most and before one other at most; the rest stand alone. */
function chainsOf(problem: Problem, able: readonly number[]): number[][] {
  const after = (i: number): readonly number[] => problem.before[i] ?? [];
  const followers = new Map<number, number[]>();
  for (const k of able) for (const b of after(k)) followers.set(b, [...(followers.get(b) ?? []), k]);
  const next = (i: number): readonly number[] => followers.get(i) ?? [];
  const isLink = (i: number): boolean => after(i).length <= 1 && after(i).every((b) => next(b).length === 1);
  const heads = able.filter((i) => !isLink(i) || after(i).length === 0);
  return heads.map((head) => {
    const chain = [head];
    for (let last = head; ;) {
      const [only, ...others] = next(last);
      if (only === undefined || others.length > 0 || !isLink(only)) return chain;
      chain.push(only);
      last = only;
    }
  });
}

/** The upper hull of what a chain's beginnings are worth by their minutes: its stretches, the most worth a minute first. */
function hullOf(problem: Problem, chain: readonly number[], lead: number): Piece[] {
  const points: Piece[] = [{ minutes: 0, worth: 0 }];
  let at: Piece = { minutes: lead, worth: 0 };
  for (const i of chain) {
    at = { minutes: at.minutes + (problem.takes[i] ?? 0), worth: at.worth + worthMost(problem, i) };
    const slope = (p: Piece, q: Piece): number => (q.worth - p.worth) / Math.max(1e-9, q.minutes - p.minutes);
    for (;;) {
      const [before, last] = [points.at(-2), points.at(-1)];
      if (!before || !last || slope(before, last) > slope(last, at)) break;
      points.pop();
    }
    points.push(at);
  }
  return points.slice(1).map((p, n) => ({
    minutes: p.minutes - (points[n]?.minutes ?? 0),
    worth: p.worth - (points[n]?.worth ?? 0),
  }));
}

/**
 * No plan is worth more: what comes first counts with what comes after it, each job is fetched once, the hands' minutes are filled with the stretches of
 * most worth a minute, the last one in part; no other changing over, no waiting.
 */
export function worthBound(problem: Problem): number {
  const ends = earliestEnds(problem);
  const able = problem.tasks.flatMap((_, i) => ((ends[i] ?? Infinity) <= (problem.to[i] ?? 0) ? [i] : []));
  const perJob = new Map<string, number>();
  for (const i of able)
    perJob.set(problem.tasks[i]?.jobId ?? '', (perJob.get(problem.tasks[i]?.jobId ?? '') ?? 0) + 1);
  const pieces = chainsOf(problem, able).flatMap((chain) => {
    // To fetch a job takes its minutes once, however many of its tasks are done: each task bears its share.
    const [head = 0] = chain;
    const fetch = setupMinutes(null, { jobId: '', setting: 'bench' });
    const whole = perJob.get(problem.tasks[head]?.jobId ?? '') ?? 1;
    return hullOf(problem, chain, chain.length === whole ? fetch : 0);
  });
  let left = problem.minutes;
  let sum = 0;
  for (const piece of densest(pieces)) {
    if (piece.worth <= 0) continue;
    const share = Math.min(1, left / Math.max(1e-9, piece.minutes));
    sum += share * piece.worth;
    left -= share * piece.minutes;
    if (left <= 0) break;
  }
  return sum;
}
