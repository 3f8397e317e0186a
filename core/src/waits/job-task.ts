import type { Act, OwnMinutes } from './act-kind';
import { actDurations } from './act-kind';
import { sumOfDurations } from './duration';
import type { Task } from './task';
import type { Wait, WaitsRecord } from './wait';
import { openWaits, waitNow, WAIT_KIND_WORDS } from './wait';

/** A sitting's worth of a job's work, as it follows from the job alone: no clock, no promise, no own records. */
export interface JobTask extends Pick<Task, 'station' | 'title' | 'setting' | 'starts' | 'gate'> {
  /** Steady within its job. */
  readonly key: string;
  readonly acts: readonly Act[];
  /** Keys of tasks of the same job that come first. */
  readonly after: readonly string[];
  /** It cannot begin before the part is there. */
  readonly needsPart: boolean;
}

/** A job as the evening sees it. */
export interface EveningJob {
  readonly id: string;
  readonly name: string;
  readonly tasks: readonly JobTask[];
  readonly waits: WaitsRecord;
}

export interface Tonight {
  readonly tasks: readonly Task[];
  /** Jobs nothing of which can be done before somebody answers, or something is looked at. */
  readonly held: readonly { readonly jobId: string; readonly jobName: string; readonly why: string }[];
}

const DAY_MS = 86_400_000;
/** A job handed back is worth this many minutes of work, spread over what is still to be done of it: what is nearly done goes before what is hardly begun (a judgement; tried on simulated years). */
const BACK_MIN = 60;
/** Behind a gate nothing is known; a job is reckoned to have so many minutes left there (common practice: two hours). */
const BEHIND_A_GATE_MIN = 120;
/** Whatever else, a minute of work weighs between these. */
const LEAST_WEIGHT = 0.3;
const MOST_WEIGHT = 4;
/** A promised job's work counts as much more as it has little room left, days; halved for each so many more (a judgement; tried on simulated years). */
const PROMISE = { more: 20, halvedIn: 10 } as const;
/** Hands-on minutes that a day brings to one job, as a rule: three evenings a week, and others want their share (a judgement; tried as above). */
const MINUTES_A_DAY = 30;
/** Within so many days of room the promise is given as a reason. */
const SAID_WITHIN_DAYS = 10;

const MONTHS = 'January February March April May June July August September October November December'.split(
  ' ',
);
/** `2026-11-30` as `30 November`. */
const dayOf = (day: string): string => `${Number(day.slice(8))} ${MONTHS[Number(day.slice(5, 7)) - 1] ?? ''}`;

/** What a promise multiplies a job's work by: by the days that are left over once its own work and waits have had theirs. */
function promiseFactor(
  job: EveningJob,
  remainingMin: number,
  now: number,
): { readonly factor: number; readonly urge: string } {
  const { promised } = job.waits;
  if (promised === null) return { factor: 1, urge: '' };
  const days = (Date.parse(`${promised}T23:59:59`) - now) / DAY_MS;
  const awaited = job.tasks.reduce((s, t) => s + (t.starts?.span.usual ?? 0), 0) / 1440;
  const room = days - awaited - remainingMin / MINUTES_A_DAY;
  const on = `promised for ${dayOf(promised)}`;
  return {
    factor: 1 + PROMISE.more * 2 ** (-Math.max(0, room) / PROMISE.halvedIn),
    urge: days < 0 ? `${on}, past by now` : room < SAID_WITHIN_DAYS ? on : '',
  };
}

/** Whether a wait holds a task up: a part in the post only what needs it, everything else the whole job, which cannot be touched meanwhile. */
const holds = (wait: Wait, task: JobTask): boolean => wait.kind !== 'post' || task.needsPart;

interface Held {
  /** It cannot begin, and nobody knows when; `undefined` where it can. */
  readonly why?: string;
  readonly notBefore: number | null;
  readonly waitsFor: string;
  /** What is due and is looked at before anything else; empty for nothing. */
  readonly look: string;
}

/** What runs and holds a task up. The post comes when it comes: before it is here nothing that needs it is planned, due or not. */
function heldBy(task: JobTask, open: readonly Wait[], now: number): Held {
  let notBefore: number | null = null;
  let waitsFor = '';
  let look = '';
  for (const wait of open.filter((w) => holds(w, task))) {
    const { ends, state } = waitNow(wait, now);
    const words =
      wait.kind === 'owner' ? `${wait.what} is awaited` : `${wait.what}: ${WAIT_KIND_WORDS[wait.kind]}`;
    if (!ends || state === 'clock-back' || wait.kind === 'post') {
      const late = wait.kind === 'post' && (state === 'due' || state === 'late') ? ', due by now' : '';
      return { why: `${words}${late}`, notBefore, waitsFor, look };
    }
    if (ends.usual <= now) look = `first look: ${wait.what} is due`;
    if (ends.usual > Math.max(now, notBefore ?? 0)) {
      notBefore = ends.usual;
      waitsFor = words;
    }
  }
  return { notBefore, waitsFor, look };
}

/** The tasks of all jobs for an evening that begins now, with what holds them up. @param now ms since 1970 */
export function tonightOf(jobs: readonly EveningJob[], own: OwnMinutes, now: number): Tonight {
  const tasks: Task[] = [];
  const held: Tonight['held'][number][] = [];
  for (const job of jobs) {
    const open = openWaits(job.waits.waits);
    const durations = job.tasks.map((t) => sumOfDurations(t.acts.flatMap((a) => actDurations(a, own))));
    const known = durations.reduce((s, d) => s + (d?.minutes ?? 0), 0);
    const remaining = known + (job.tasks.some((t) => t.gate) ? BEHIND_A_GATE_MIN : 0);
    const { factor, urge } = promiseFactor(job, remaining, now);
    const weight = factor * Math.min(MOST_WEIGHT, Math.max(LEAST_WEIGHT, BACK_MIN / Math.max(1, remaining)));
    const heldKeys = new Map<string, string>();
    const made = job.tasks.map((task, n): Task | string => {
      const duration = durations[n];
      if (!duration) return `${task.title}: nothing in it`;
      const { why, notBefore, waitsFor, look } = heldBy(task, open, now);
      const held = why ?? task.after.map((k) => heldKeys.get(k)).find((w) => w !== undefined);
      if (held !== undefined) {
        heldKeys.set(task.key, held);
        return held;
      }
      const last = n === job.tasks.length - 1 && task.station === 'close-up';
      return {
        ...task,
        id: `${job.id}/${task.key}`,
        jobId: job.id,
        jobName: job.name,
        duration,
        after: task.after.map((k) => `${job.id}/${k}`),
        notBefore,
        waitsFor,
        daylight: job.waits.daylight,
        quiet: job.waits.quiet,
        weight,
        urge: [
          n === 0 ? look : '',
          urge || (last ? 'then it goes back' : remaining <= BACK_MIN ? 'little is left of the job' : ''),
        ]
          .filter(Boolean)
          .join('; '),
      };
    });
    const able = made.filter((t) => typeof t !== 'string');
    tasks.push(...able);
    const why = made.find((t) => typeof t === 'string');
    if (able.length === 0 && why !== undefined) held.push({ jobId: job.id, jobName: job.name, why });
  }
  return { tasks, held };
}
