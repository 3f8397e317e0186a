import type { Evening } from '../waits/evening';
import type { Task } from '../waits/task';
import { setupCost, SETTINGS, setupMinutes, taskWorth, timeCost } from '../waits/task';

/** An evening of made-up jobs: chains and small forks, waits from minutes to days, promises, windows, gates. For tests and benchmarks only. */
export function randomEvening(
  random: () => number,
  { tasks: count, jobs }: { readonly tasks: number; readonly jobs: number },
): { readonly tasks: readonly Task[]; readonly evening: Evening } {
  const start = Date.UTC(2026, 10, 20, 18);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
  const last = new Map<string, string[]>();
  const tasks = Array.from({ length: count }, (_, n): Task => {
    const jobId = `job${Math.floor(random() * jobs)}`;
    const earlier = last.get(jobId) ?? [];
    const after =
      earlier.length === 0 || random() < 0.1 ? [] : [random() < 0.8 ? (earlier.at(-1) ?? '') : pick(earlier)];
    const id = `${jobId}/${n}`;
    last.set(jobId, [...earlier, id]);
    const wait = random() < 0.35 ? pick([2, 10, 10, 30, 60, 720, 7200]) * (0.7 + 0.6 * random()) : 0;
    return {
      id,
      jobId,
      jobName: jobId,
      station: 'rebuild',
      title: `act ${n}`,
      duration: { minutes: 3 + Math.floor(40 * random() ** 2), spread: 0.2 + 0.4 * random(), own: 0 },
      setting: pick(SETTINGS),
      after,
      starts:
        wait > 0
          ? { kind: 'cure', what: 'mask', span: { least: wait / 2, usual: wait, most: 2 * wait } }
          : null,
      notBefore: random() < 0.15 ? start + 60_000 * Math.floor(120 * random()) : null,
      waitsFor: '',
      gate: random() < 0.05,
      daylight: random() < 0.1,
      quiet: random() < 0.1,
      weight: pick([1, 1, 1, 1.5, 2, 3]),
      urge: '',
    };
  });
  return {
    tasks,
    evening: {
      start,
      minutes: pick([45, 60, 90, 120, 150, 180]),
      daylightUntil: random() < 0.5 ? start + 60_000 * 60 : null,
      quietFrom: random() < 0.5 ? start + 60_000 * 45 : null,
      begun: null,
      first: [],
    },
  };
}

/**
 * What a sequence of tasks is worth, told apart from the planner: every rule is read off the tasks anew. `null` where the sequence does not go.
 */
export function worthOfSequence(
  sequence: readonly Task[],
  all: readonly Task[],
  evening: Evening,
): number | null {
  let clock = 0;
  let worth = 0;
  const over: Record<string, number> = {};
  let before: Task | null = null;
  for (const task of sequence) {
    for (const id of task.after) {
      const first = all.find((t) => t.id === id);
      if (!first || first.gate || over[id] === undefined) return null;
    }
    const setup = setupMinutes(before, task);
    const wishes = [
      clock + setup,
      ...task.after.map((id) => over[id] ?? 0),
      task.notBefore === null ? 0 : (task.notBefore - evening.start) / 60_000,
      task.quiet && evening.quietFrom !== null ? (evening.quietFrom - evening.start) / 60_000 : 0,
    ];
    clock = Math.max(...wishes) + task.duration.minutes;
    const ends =
      task.daylight && evening.daylightUntil !== null
        ? (evening.daylightUntil - evening.start) / 60_000
        : Infinity;
    if (clock > evening.minutes || clock > ends) return null;
    over[task.id] = clock + (task.starts?.span.usual ?? 0);
    worth += taskWorth(task, clock, evening.minutes) - setupCost(setup);
    before = task;
  }
  return worth - timeCost(clock);
}

/** The most that any sequence is worth, by trying every one of them that goes. */
export function bestByTrying(tasks: readonly Task[], evening: Evening): number {
  let best = 0;
  const go = (sequence: readonly Task[], worth: number): void => {
    best = Math.max(best, worth);
    for (const task of tasks) {
      if (sequence.includes(task)) continue;
      const more = [...sequence, task];
      const next = worthOfSequence(more, tasks, evening);
      if (next !== null) go(more, next);
    }
  };
  go([], 0);
  return best;
}

/** The two rules a list would be worked down by: as the tasks came, or the most urgent first; each the first that goes. */
export function byList(
  tasks: readonly Task[],
  evening: Evening,
  rule: 'as-they-came' | 'most-urgent',
): Task[] {
  const order = rule === 'as-they-came' ? tasks : tasks.toSorted((a, b) => b.weight - a.weight);
  let sequence: Task[] = [];
  for (;;) {
    const next = order.find(
      (t) => !sequence.includes(t) && worthOfSequence([...sequence, t], tasks, evening) !== null,
    );
    if (!next) return sequence;
    sequence = [...sequence, next];
  }
}
