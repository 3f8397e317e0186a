import { earliestEnds, worthMost } from './evening-bound';
import type { Problem } from './evening';
import { scheduleOf } from './evening';
import { setupCost, taskWorth, timeCost } from './task';

/** Up to so many tasks the best plan is found for certain. */
export const EXACT_TASKS = 12;
/** Beginnings that are carried on at once where there are more tasks. */
const BEAM = 50;
/** Rounds of moving one task at the end of that search. */
const ROUNDS = 4;
const SAME = 1e-9;
const BITS = 30;
/** Tasks that a search takes on; those of other jobs are worth less a minute. */
const TAKEN_ON = 60;

interface State {
  readonly sequence: readonly number[];
  /** A bit a task that is done, thirty of them a number. */
  readonly done: readonly number[];
  readonly last: number;
  readonly now: number;
  /** Worth of what is done, less the changing over; the time is counted at the end, so that waiting costs the same whoever waits. */
  readonly gain: number;
  /** When what each done task set going is over, by task; `Infinity` for one that is not done. */
  readonly over: Float64Array;
}

const worthOf = (s: State): number => s.gain - timeCost(s.now);

const START = (count: number): State => ({
  sequence: [],
  done: new Array<number>(Math.ceil(count / BITS)).fill(0),
  last: -1,
  now: 0,
  gain: 0,
  over: new Float64Array(count).fill(Infinity),
});

/** One task more, as early as it can be; `null` where it does not go. */
function extended(problem: Problem, state: State, i: number): State | null {
  const before = problem.before[i];
  const task = problem.tasks[i];
  if (!before || !task || Number.isFinite(state.over[i] ?? 0)) return null;
  let ready = problem.from[i] ?? 0;
  for (const b of before) ready = Math.max(ready, state.over[b] ?? Infinity);
  if (ready === Infinity) return null;
  const setup = problem.setup(state.last, i);
  const ends = Math.max(state.now + setup, ready) + (problem.takes[i] ?? 0);
  if (ends > (problem.to[i] ?? 0)) return null;
  const over = state.over.slice();
  over[i] = ends + (problem.lag[i] ?? 0);
  return {
    sequence: [...state.sequence, i],
    done: state.done.map((word, n) => (n === Math.floor(i / BITS) ? word | (1 << (i % BITS)) : word)),
    last: i,
    now: ends,
    gain: state.gain + taskWorth(task, ends, problem.minutes) - setupCost(setup),
    over,
  };
}

/** Whether everything that can still follow `b` can follow `a` as early and is worth as much: the same tasks done, the same one last. */
function covers(a: State, b: State, followed: readonly number[]): boolean {
  return (
    a.now <= b.now + SAME &&
    a.gain >= b.gain - SAME &&
    followed.every((i) => (a.over[i] ?? 0) <= (b.over[i] ?? 0) + SAME)
  );
}

/** The best sequence of all, by the sets of tasks that are done; what another beginning covers is not carried on. */
function exactSearch(problem: Problem, first: readonly number[]): readonly number[] {
  const count = problem.tasks.length;
  const followed = problem.tasks.map((_, i) => i).filter((i) => problem.before.some((b) => b?.includes(i)));
  let best = pinned(problem, first);
  let layer: State[] = [best];
  while (layer.length > 0) {
    const next = new Map<number, State[]>();
    for (const state of layer)
      for (let i = 0; i < count; i += 1) {
        const more = extended(problem, state, i);
        if (!more) continue;
        if (worthOf(more) > worthOf(best) + SAME) best = more;
        const key = (more.done[0] ?? 0) * count + i;
        const rivals = next.get(key) ?? [];
        if (rivals.some((r) => covers(r, more, followed))) continue;
        next.set(key, [...rivals.filter((r) => !covers(more, r, followed)), more]);
      }
    layer = [...next.values()].flat();
  }
  return best.sequence;
}

/** As far as what the hand put first goes. */
function pinned(problem: Problem, first: readonly number[]): State {
  let state = START(problem.tasks.length);
  for (const i of first) state = extended(problem, state, i) ?? state;
  return state;
}

/** Worth a minute of hands, the most there is first. */
function dense(problem: Problem): number[] {
  const density = (i: number): number => worthMost(problem, i) / Math.max(0.1, problem.takes[i] ?? 1);
  return problem.tasks
    .map((_, i) => i)
    .filter((i) => problem.before[i] !== null)
    .toSorted((a, b) => density(b) - density(a));
}

/** Many beginnings carried on at once, the most promising kept; then one task after the other is moved, put in or left out while that is worth more. */
function beamSearch(problem: Problem, first: readonly number[]): readonly number[] {
  const order = dense(problem);
  const rest = (state: State): number => {
    let left = problem.minutes - state.now;
    let sum = 0;
    for (const i of order) {
      if (Number.isFinite(state.over[i] ?? 0)) continue;
      const takes = problem.takes[i] ?? 0;
      if (takes > left) continue;
      sum += worthMost(problem, i);
      left -= takes + 2;
      if (left <= 0) break;
    }
    return worthOf(state) + sum;
  };
  const begun = pinned(problem, first);
  let best = begun;
  let beam = [begun];
  while (beam.length > 0) {
    const next = new Map<string, { state: State; hope: number }>();
    for (const state of beam)
      for (const i of order) {
        const more = extended(problem, state, i);
        if (!more) continue;
        if (worthOf(more) > worthOf(best) + SAME) best = more;
        const key = `${more.done.join()}|${i}`;
        const rival = next.get(key);
        if (!rival || more.gain > rival.state.gain) next.set(key, { state: more, hope: rest(more) });
      }
    beam = [...next.values()]
      .toSorted((a, b) => b.hope - a.hope)
      .slice(0, BEAM)
      .map((n) => n.state);
  }
  return improved(problem, best.sequence, begun.sequence.length);
}

function improved(problem: Problem, begun: readonly number[], fixed: number): readonly number[] {
  let best = begun;
  let worth = scheduleOf(problem, best)?.worth ?? 0;
  const tryOne = (candidate: readonly number[]): boolean => {
    const made = scheduleOf(problem, candidate);
    if (!made || made.worth <= worth + SAME) return false;
    best = candidate;
    ({ worth } = made);
    return true;
  };
  for (let round = 0; round < ROUNDS; round += 1) {
    let better = false;
    for (let i = 0; i < problem.tasks.length; i += 1) {
      if (best.indexOf(i) >= 0 && best.indexOf(i) < fixed) continue;
      const without = best.filter((t) => t !== i);
      if (without.length < best.length && tryOne(without)) better = true;
      for (let at = fixed; at <= without.length; at += 1)
        if (tryOne([...without.slice(0, at), i, ...without.slice(at)])) better = true;
    }
    if (!better) break;
  }
  return best;
}

/**
 * Tasks worth searching among: those that can end in time at all, and of many jobs those worth most a minute. Indices, in their order.
 * @param first indices that are taken on whatever they are worth
 */
export function promisingTasks(
  problem: Problem,
  first: readonly number[],
): { readonly tasks: readonly number[]; readonly all: boolean } {
  const ends = earliestEnds(problem);
  const able = problem.tasks.flatMap((_, i) => ((ends[i] ?? Infinity) <= (problem.to[i] ?? 0) ? [i] : []));
  if (able.length <= TAKEN_ON) return { tasks: able, all: true };
  const jobs = new Map<string, { tasks: number[]; minutes: number; worth: number; best: number }>();
  for (const i of able) {
    const id = problem.tasks[i]?.jobId ?? '';
    const job = jobs.get(id) ?? { tasks: [], minutes: 3, worth: 0, best: 0 };
    job.tasks.push(i);
    job.minutes += problem.takes[i] ?? 0;
    job.worth += worthMost(problem, i);
    job.best = Math.max(job.best, job.worth / job.minutes);
    jobs.set(id, job);
  }
  const taken = new Set(first.filter((i) => able.includes(i)));
  for (const job of [...jobs.values()].toSorted((a, b) => b.best - a.best)) {
    if (taken.size >= TAKEN_ON) break;
    for (const i of job.tasks) taken.add(i);
  }
  return { tasks: able.filter((i) => taken.has(i)), all: false };
}

/**
 * The order of an evening that is worth most: certain up to `EXACT_TASKS` tasks, good beyond.
 * @param first indices that come first, in this order, as far as they go
 */
export function searchEvening(
  problem: Problem,
  first: readonly number[] = [],
): { readonly sequence: readonly number[]; readonly exact: boolean } {
  const exact = problem.tasks.length <= EXACT_TASKS;
  return { sequence: exact ? exactSearch(problem, first) : beamSearch(problem, first), exact };
}
