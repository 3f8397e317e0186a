import type { Task } from './task';
import { setupCost, setupMinutes, taskWorth, timeCost } from './task';

/** An evening at the bench. */
export interface Evening {
  /** ms since 1970. */
  readonly start: number;
  readonly minutes: number;
  /** Instants, ms since 1970: what wants daylight ends before, what wants quiet begins after; `null` where nobody said. */
  readonly daylightUntil: number | null;
  readonly quietFrom: number | null;
  /** Id of the task that is worked at: it is carried on before all others. `null` for none. */
  readonly begun: string | null;
  /** Ids of tasks that come first, in this order: the hand put them there. */
  readonly first: readonly string[];
}

/** A task at its place. Minutes from the start of the evening. */
export interface Placed {
  readonly task: Task;
  /** Minutes of changing over before it. */
  readonly setup: number;
  readonly begins: number;
  readonly ends: number;
}

/** Minutes from the start of the evening that a task may begin and has to end, by its wishes. */
export function windowOf(task: Task, evening: Evening): { readonly from: number; readonly to: number } {
  const at = (ms: number): number => (ms - evening.start) / 60_000;
  const from = Math.max(
    0,
    task.notBefore === null ? 0 : at(task.notBefore),
    task.quiet && evening.quietFrom !== null ? at(evening.quietFrom) : 0,
  );
  const daylight = task.daylight && evening.daylightUntil !== null ? at(evening.daylightUntil) : Infinity;
  return { from, to: Math.min(evening.minutes, daylight) };
}

/** Tasks as the search has them: by index, with everything about them worked out once. */
export interface Problem {
  readonly tasks: readonly Task[];
  readonly minutes: number;
  readonly from: Float64Array;
  readonly to: Float64Array;
  readonly takes: Float64Array;
  /** Minutes after its end from which what follows may begin. */
  readonly lag: Float64Array;
  /** Indices that come before; `null` for a task that cannot be done this evening whatever is done. */
  readonly before: readonly (readonly number[] | null)[];
  /** Minutes of changing over from one to another; -1 is the start of the evening. */
  readonly setup: (from: number, to: number) => number;
}

/**
 * The search's view of an evening. A task behind a gate, behind one that is not among the tasks, or in a circle, is none of this evening.
 */
export function eveningProblem(tasks: readonly Task[], evening: Evening): Problem {
  const index = new Map(tasks.map((t, i) => [t.id, i]));
  const before = tasks.map((t) => {
    const list = t.after.map((id) => index.get(id));
    return list.every((i) => i !== undefined && tasks[i]?.gate !== true) ? (list as number[]) : null;
  });
  const windows = tasks.map((t) => windowOf(t, evening));
  return {
    tasks,
    minutes: evening.minutes,
    from: Float64Array.from(windows, (w) => w.from),
    to: Float64Array.from(windows, (w) => w.to),
    takes: Float64Array.from(tasks, (t) => t.duration.minutes),
    lag: Float64Array.from(tasks, (t) => t.starts?.span.usual ?? 0),
    before,
    setup: (from, to) => {
      const next = tasks[to];
      return next ? setupMinutes(tasks[from] ?? null, next) : 0;
    },
  };
}

/** What a sequence comes to: each task as early as it can, in this order; `null` where it does not go. */
export function scheduleOf(
  problem: Problem,
  sequence: readonly number[],
): { readonly placed: readonly Placed[]; readonly worth: number } | null {
  const { tasks, minutes, takes, lag } = problem;
  const over = new Map<number, number>();
  const placed: Placed[] = [];
  let now = 0;
  let last = -1;
  let worth = 0;
  for (const i of sequence) {
    const task = tasks[i];
    const before = problem.before[i];
    if (!task || !before || over.has(i)) return null;
    let ready = problem.from[i] ?? 0;
    for (const b of before) {
      const o = over.get(b);
      if (o === undefined) return null;
      ready = Math.max(ready, o);
    }
    const setup = problem.setup(last, i);
    const begins = Math.max(now + setup, ready);
    const ends = begins + (takes[i] ?? 0);
    if (ends > (problem.to[i] ?? 0)) return null;
    worth += taskWorth(task, ends, minutes) - setupCost(setup);
    placed.push({ task, setup, begins, ends });
    over.set(i, ends + (lag[i] ?? 0));
    now = ends;
    last = i;
  }
  return { placed, worth: worth - timeCost(now) };
}
