import type { WaitKind, WaitSpan } from './wait';
import type { Duration } from './duration';

/** What lies ready on the bench for an act: changing it costs minutes. */
export const SETTINGS = ['bench', 'iron', 'air', 'fume'] as const;
export type Setting = (typeof SETTINGS)[number];

export const SETTING_WORDS: Readonly<Record<Setting, string>> = {
  bench: 'on the bench',
  iron: 'iron',
  air: 'hot air',
  fume: 'mask and glue',
};

/** One sitting's worth of hands-on work of one job. */
export interface Task {
  /** Steady while its work is not done: the job's id and what it is. */
  readonly id: string;
  readonly jobId: string;
  readonly jobName: string;
  /** Where in the job it is done. */
  readonly station: string;
  readonly title: string;
  readonly duration: Duration;
  readonly setting: Setting;
  /** Ids of tasks that have to be done first, with what they set going over. */
  readonly after: readonly string[];
  /** What it sets going that runs by itself; `null` for nothing. */
  readonly starts: { readonly kind: WaitKind; readonly what: string; readonly span: WaitSpan } | null;
  /** Not before that instant, ms since 1970: something still runs; `null` for at once. */
  readonly notBefore: number | null;
  /** What is waited for until then, in words; empty for nothing. */
  readonly waitsFor: string;
  /** A gate: what comes behind it depends on its answer, so nothing behind it is planned. */
  readonly gate: boolean;
  readonly daylight: boolean;
  readonly quiet: boolean;
  /** How much a minute of it is worth against others, above 0. */
  readonly weight: number;
  /** Why it weighs more than others; empty where it does not. */
  readonly urge: string;
}

/** What a change of setting costs, minutes (common practice): the iron heats, air wants a clear bench and a window, mask and glue want gloves. */
const SETTING_MINUTES: Readonly<Record<Setting, number>> = { bench: 0, iron: 1, air: 3, fume: 2 };
/** To put one job away and have another under the lens, minutes (common practice). */
const OTHER_JOB_MINUTES = 3;

type Place = Pick<Task, 'jobId' | 'setting'>;

/** Minutes between two tasks, by what has to be changed. @param before `null` at the start of the evening */
export function setupMinutes(before: Place | null, next: Place): number {
  const job = before !== null && before.jobId === next.jobId ? 0 : OTHER_JOB_MINUTES;
  return job + (before !== null && before.setting === next.setting ? 0 : SETTING_MINUTES[next.setting]);
}

/** A long wait is worth starting: so many minutes of work for the first hour of it, more for each doubling (a judgement). */
const START_WORTH = 6;
/** What begins at the end of the evening is worth so much less than at its beginning. */
const LATE_LOSS = 0.3;
/** A minute of changing over tires beside the time it takes: it counts so much against a plan (a judgement). */
const SETUP_COST = 0.1;
/** Going home early is worth a little: between plans equal else, the shorter. */
const MINUTE_COST = 0.1;

/** What an evening is worth that ends a task at `end` of `minutes`: its work, and the wait that it starts, the more the earlier. */
export function taskWorth(task: Task, end: number, minutes: number): number {
  const work = task.weight * task.duration.minutes;
  const wait = task.starts?.span.usual ?? 0;
  const start = wait > 0 ? START_WORTH * Math.log2(1 + wait / 60) * task.weight : 0;
  return work + start * (1 - (LATE_LOSS * end) / minutes);
}

/** What minutes of changing over cost. */
export const setupCost = (minutes: number): number => SETUP_COST * minutes;
/** What it costs that an evening's work is over after so many minutes. */
export const timeCost = (minutes: number): number => MINUTE_COST * minutes;
