import type { EveningJob, JobTask, Task, WaitKind, WaitSpan } from '@zebbit/core';
import { planEvening, setupMinutes, tonightOf } from '@zebbit/core';
import { seeded } from '@zebbit/core/practice';

export type YearRule = 'plan' | 'first-come' | 'most-urgent';

export interface Year {
  readonly takenIn: number;
  readonly handedBack: number;
  readonly promised: number;
  readonly late: number;
  /** From taken in to handed back, the mean of those that were. */
  readonly daysHere: number;
  /** Hands that waited at the bench with an evening begun. */
  readonly idleHours: number;
}

interface Act {
  readonly title: string;
  readonly minutes: number;
  readonly setting: Task['setting'];
  readonly wait: { readonly kind: WaitKind; readonly minutes: number; readonly spread: number } | null;
}

interface Job {
  readonly id: string;
  readonly came: number;
  readonly promised: number | null;
  readonly acts: readonly Act[];
  done: number;
  /** Minutes since the year's beginning from which its next act may begin; the person learns it only then. */
  readyAt: number;
  wait: Act['wait'];
  waitFrom: number;
  backAt: number | null;
}

const DAY = 1440;
const spanOf = ({ minutes }: { readonly minutes: number }): WaitSpan => ({
  least: minutes / 2,
  usual: minutes,
  most: 2 * minutes,
});
const EVENING_AT = 19 * 60;

/** What jobs are made of, from how hands work: no figure of the planner. */
function jobActs(random: () => number): Act[] {
  const wait = (kind: WaitKind, minutes: number, spread: number): Act['wait'] => ({ kind, minutes, spread });
  const [post, epoxy, mask, charge] = [
    wait('post', 6 * DAY, 0.6),
    wait('cure', 75, 0.3),
    wait('cure', 10, 0.2),
    wait('charge', 130, 0.3),
  ];
  const a = (title: string, minutes: number, setting: Act['setting'], after: Act['wait'] = null): Act => ({
    title,
    minutes,
    setting,
    wait: after,
  });
  const torn = random() < 0.5;
  const orders = random() < 0.45;
  return [
    a('take in, open', 25, 'bench'),
    a('look over', 15, 'bench'),
    ...(torn ? [a('trace', 12, 'bench')] : []),
    a('match', 10, 'bench', orders ? post : null),
    a('old port off, clean', 22, random() < 0.5 ? 'air' : 'iron'),
    ...(torn && random() < 0.5 ? [a('foil pads', 20, 'fume', epoxy)] : []),
    a('fit', 18, 'iron'),
    ...(torn ? [a('wires', 15 + 25 * random(), 'iron'), a('mask', 6, 'fume', mask)] : []),
    a('prove', 12, 'bench', random() < 0.6 ? charge : null),
    a('close, hand back', 18, 'bench'),
  ];
}

/**
 * A year of a workshop: jobs come at random, three evenings a week of one to three hours; acts and waits take what they take, the post is late at times.
 * The person replans after each act, by the plan or down a list. All rules meet the same jobs, evenings and durations.
 */
export function simulatedYear(seed: number, rule: YearRule, jobsADay: number): Year {
  const random = seeded(seed);
  const normal = (): number =>
    Math.sqrt(-2 * Math.log(Math.max(1e-12, random()))) * Math.cos(2 * Math.PI * random());
  const jobs: Job[] = [];
  const luck = new Map<string, number>();
  for (let day = 0, n = 0; day < 365; day += 1)
    if (random() < jobsADay) {
      const id = `job${(n += 1)}`;
      const promised = random() < 0.3 ? (day + 7 + Math.floor(21 * random())) * DAY + 23 * 60 : null;
      const acts = jobActs(random);
      acts.forEach((_, k) => {
        luck.set(`${id}/${k}`, Math.exp(0.4 * normal()));
        luck.set(`${id}/${k}/wait`, normal());
      });
      jobs.push({
        id,
        came: day * DAY + 12 * 60,
        promised,
        acts,
        done: 0,
        readyAt: 0,
        wait: null,
        waitFrom: 0,
        backAt: null,
      });
    }
  const evenings = Array.from({ length: 365 }, (_, day) => ({
    day,
    here: random() < 3 / 7,
    minutes: 60 + Math.floor(120 * random()),
  }));
  let idle = 0;
  for (const { day, here, minutes } of evenings) {
    if (!here) continue;
    const until = day * DAY + EVENING_AT + minutes;
    let now = day * DAY + EVENING_AT;
    let last: Task | null = null;
    while (now < until - 3) {
      const { tasks } = tonightOf(jobsOf(jobs, now), {}, now * 60_000);
      const evening = {
        start: now * 60_000,
        minutes: until - now,
        daylightUntil: null,
        quietFrom: null,
        begun: null,
        first: [],
      };
      const next: Task | undefined =
        rule === 'plan'
          ? planEvening(tasks, evening).lines[0]?.task
          : firstOf(rule === 'first-come' ? tasks : byPromise(tasks, jobs), last, now, until);
      if (!next) break;
      const job = jobs.find((j) => j.id === next.jobId);
      const act = job?.acts[job.done];
      if (!job || !act) break;
      const ready = Math.max(now, job.readyAt);
      if (ready > until) break;
      idle += ready - now;
      const setup = (last?.jobId === job.id ? 0 : 3) + (last?.setting === act.setting ? 0 : 2);
      now = ready + setup + act.minutes * (luck.get(`${job.id}/${job.done}`) ?? 1);
      if (act.wait) {
        const { minutes: m, spread } = act.wait;
        job.readyAt = now + m * Math.exp(spread * (luck.get(`${job.id}/${job.done}/wait`) ?? 0));
        job.wait = act.wait;
        job.waitFrom = now;
      }
      job.done += 1;
      if (job.done === job.acts.length) job.backAt = now;
      last = next;
    }
  }
  const back = jobs.filter((j) => j.backAt !== null);
  const promised = jobs.filter((j) => j.promised !== null && j.promised < 365 * DAY);
  return {
    takenIn: jobs.length,
    handedBack: back.length,
    promised: promised.length,
    late: promised.filter((j) => j.backAt === null || j.backAt > (j.promised ?? 0)).length,
    daysHere: back.reduce((s, j) => s + ((j.backAt ?? 0) - j.came) / DAY, 0) / Math.max(1, back.length),
    idleHours: idle / 60,
  };
}

/** The first of a list that can be begun now and is over in time by what it takes as a rule. */
function firstOf(list: readonly Task[], last: Task | null, now: number, until: number): Task | undefined {
  return list.find((t) => {
    const from = t.notBefore === null ? now : t.notBefore / 60_000;
    const begins = Math.max(now + setupMinutes(last, t), from);
    return (
      t.after.every((id) => !list.some((o) => o.id === id)) &&
      from <= now &&
      begins + t.duration.minutes <= until
    );
  });
}

/** The most urgent first, as a person would say it: the earliest promise, then who has waited longest. */
function byPromise(tasks: readonly Task[], jobs: readonly Job[]): Task[] {
  const promise = new Map(jobs.map((j) => [j.id, j.promised ?? Infinity]));
  const of = (t: Task): number => promise.get(t.jobId) ?? Infinity;
  return tasks.toSorted((a, b) => (of(a) < of(b) ? -1 : of(a) > of(b) ? 1 : 0));
}

/** The workshop as the product would see it: what is still to be done of each job, and what runs. */
function jobsOf(jobs: readonly Job[], now: number): EveningJob[] {
  return jobs
    .filter((j) => j.came <= now && j.backAt === null)
    .map((job): EveningJob => {
      const running = job.wait !== null && job.readyAt > now ? job.wait : null;
      return {
        id: job.id,
        name: job.id,
        tasks: job.acts.slice(job.done).map((act, n): JobTask => ({
          key: String(job.done + n),
          station: job.done + n === job.acts.length - 1 ? 'close-up' : 'rebuild',
          title: act.title,
          setting: act.setting,
          acts: [{ kind: 'item', minutes: act.minutes, count: 1 }],
          after: n > 0 ? [String(job.done + n - 1)] : [],
          starts: act.wait && { kind: act.wait.kind, what: act.wait.kind, span: spanOf(act.wait) },
          gate: false,
          needsPart: true,
        })),
        waits: {
          waits: running
            ? [
                {
                  id: 'w',
                  kind: running.kind,
                  what: running.kind,
                  from: '',
                  startedAt: new Date(job.waitFrom * 60_000).toISOString(),
                  span: spanOf(running),
                  rests: '',
                  look: '',
                  endedAt: null,
                  toldAt: null,
                },
              ]
            : [],
          promised: job.promised === null ? null : new Date(job.promised * 60_000).toISOString().slice(0, 10),
          daylight: false,
          quiet: false,
        },
      };
    });
}
