import type { Evening, Placed, Problem } from './evening';
import { eveningProblem, scheduleOf } from './evening';
import { chancesInTime } from './chance-in-time';
import { worthBound } from './evening-bound';
import { promisingTasks, searchEvening } from './search-evening';
import type { Task } from './task';
import { SETTING_WORDS } from './task';
import type { WaitKind } from './wait';

/** One line of the evening. Minutes from its start. */
export interface EveningLine extends Placed {
  /** Chance that it is done before the evening, or its daylight, is over, 0 to 1. */
  readonly inTime: number;
  readonly why: string;
}

/** What runs by itself beside the hands. Minutes from the start of the evening. */
export interface EveningWait {
  readonly taskId: string;
  readonly jobName: string;
  readonly kind: WaitKind;
  readonly what: string;
  readonly begins: number;
  readonly ends: number;
}

export interface EveningPlan {
  readonly lines: readonly EveningLine[];
  readonly waits: readonly EveningWait[];
  /** What is not for this evening, and why. */
  readonly left: readonly { readonly task: Task; readonly why: string }[];
  /** Worth of the plan, and what none can be worth more than. */
  readonly worth: number;
  readonly bound: number;
  /** No plan is worth more. */
  readonly exact: boolean;
}

/**
 * What to do this evening, in which order: the most work by its weight, waits begun first, as little changing over as that allows.
 * Throws RangeError on an evening without minutes.
 */
export function planEvening(tasks: readonly Task[], evening: Evening): EveningPlan {
  if (!(evening.minutes > 0)) throw new RangeError(`an evening has minutes, got ${evening.minutes}`);
  const whole = eveningProblem(tasks, evening);
  const lead = [evening.begun, ...evening.first].filter((id, n, all) => id !== null && all.indexOf(id) === n);
  const pinned = lead.flatMap((id) => {
    const i = tasks.findIndex((t) => t.id === id);
    return i < 0 ? [] : [i];
  });
  const promising = promisingTasks(whole, pinned);
  const some = promising.tasks.flatMap((i) => tasks[i] ?? []);
  const problem = eveningProblem(some, evening);
  const { sequence, exact: best } = searchEvening(
    problem,
    pinned.flatMap((i) => {
      const at = promising.tasks.indexOf(i);
      return at < 0 ? [] : [at];
    }),
  );
  const exact = best && promising.all;
  const made = scheduleOf(problem, sequence);
  if (!made) throw new Error('the search gave an order that does not go');
  const chances = chancesInTime(problem, sequence);
  const waits = made.placed.flatMap(({ task, ends }): EveningWait[] =>
    task.starts
      ? [
          {
            taskId: task.id,
            jobName: task.jobName,
            kind: task.starts.kind,
            what: task.starts.what,
            begins: ends,
            ends: ends + task.starts.span.usual,
          },
        ]
      : [],
  );
  const lines = made.placed.map((p, n) => ({
    ...p,
    inTime: chances[n] ?? 0,
    why: reasonOf(made.placed, n, evening),
  }));
  const done = new Set(made.placed.map((p) => p.task.id));
  const byId = new Map(tasks.map((t) => [t.id, t]));
  return {
    lines,
    waits,
    left: tasks.flatMap((task, i) =>
      done.has(task.id) ? [] : [{ task, why: whyLeft(whole, byId, done, i) }],
    ),
    worth: made.worth,
    bound: exact ? made.worth : Math.max(made.worth, worthBound(whole)),
    exact,
  };
}

const about = (minutes: number): string => `${Math.max(1, Math.round(minutes))} min`;

/** Why a line stands where it stands: what is true of it and its neighbours. */
function reasonOf(placed: readonly Placed[], n: number, evening: Evening): string {
  const here = placed[n];
  if (!here) return '';
  const { task, begins, setup } = here;
  const before = placed[n - 1];
  const after = placed[n + 1];
  const reasons: string[] = [];
  if (evening.begun === task.id) reasons.push('it is begun');
  else if (evening.first.includes(task.id)) reasons.push('you put it here');
  if (task.starts) {
    const runs = task.starts.span.usual;
    const past = here.ends + runs > evening.minutes;
    reasons.push(
      past
        ? `${task.starts.what} then runs on without you`
        : `${task.starts.what} runs ${about(runs)} by itself${after ? `, meanwhile ${after.task.jobName}` : ''}`,
    );
  }
  const idle = begins - (before?.ends ?? 0) - setup;
  if (idle > 1) reasons.push(task.waitsFor || 'what it waits for is over then');
  if (task.gate) reasons.push('what comes behind it hangs on its answer');
  if (task.urge !== '') reasons.push(task.urge);
  if (before && before.task.jobId === task.jobId) reasons.push('it lies under the lens already');
  if (before && before.task.setting === task.setting && task.setting !== 'bench')
    reasons.push(`${SETTING_WORDS[task.setting]} is out already`);
  if (task.daylight && evening.daylightUntil !== null) reasons.push('while there is daylight');
  return reasons.length > 0 ? reasons.join('; ') : 'it fits into the time';
}

function whyLeft(
  problem: Problem,
  byId: ReadonlyMap<string, Task>,
  planned: ReadonlySet<string>,
  i: number,
): string {
  const task = problem.tasks[i];
  if (!task) return '';
  if (problem.before[i] === null) {
    const gate = task.after.map((id) => byId.get(id)).find((t) => t?.gate);
    return gate ? `hangs on “${gate.title}”` : 'what comes first is not planned';
  }
  const first = task.after.find((id) => !planned.has(id));
  if (first !== undefined) return `after “${byId.get(first)?.title ?? first}”, which is not for this evening`;
  const [from, to] = [problem.from[i] ?? 0, problem.to[i] ?? 0];
  if (from >= to) return task.waitsFor || 'it cannot begin in this time';
  if (from + (problem.takes[i] ?? 0) > to)
    return task.waitsFor ? `${task.waitsFor}; then too little is left` : 'it takes longer than there is';
  const running = task.after.map((id) => byId.get(id)?.starts?.what).find((what) => what !== undefined);
  return running ? `${running} is not over in time` : 'other work is worth more in this time';
}
