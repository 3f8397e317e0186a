import { describe, expect, it } from '@jest/globals';
import type { EveningJob, JobTask } from './job-task';
import { tonightOf } from './job-task';
import { planEvening } from './plan-evening';
import { beginWait, USUAL_WAITS } from './usual-waits';
import { EMPTY_WAITS } from './wait';

const NOW = Date.parse('2026-11-20T18:00:00.000Z');
const task = (key: string, more: Partial<JobTask> = {}): JobTask => ({
  key,
  station: 'rebuild',
  title: key,
  setting: 'iron',
  acts: [{ kind: 'wire', minutes: 15, count: 1 }],
  after: [],
  starts: null,
  gate: false,
  needsPart: false,
  ...more,
});
const job = (
  id: string,
  tasks: readonly JobTask[],
  waits: EveningJob['waits'] = EMPTY_WAITS,
): EveningJob => ({
  id,
  name: `device ${id}`,
  tasks,
  waits,
});
const running = (key: string, minutesAgo: number): EveningJob['waits'] => {
  const usual = USUAL_WAITS.find((w) => w.key === key);
  if (!usual) throw new Error(key);
  return {
    ...EMPTY_WAITS,
    waits: [beginWait(usual, { id: 'w', startedAt: new Date(NOW - minutesAgo * 60_000).toISOString() })],
  };
};

describe('the tasks of an evening', () => {
  it('a part in the post holds up what needs it, due or not, and nothing else', () => {
    const tasks = [
      task('pads'),
      task('fit', { after: ['pads'], needsPart: true }),
      task('wires', { after: ['fit'] }),
    ];
    for (const days of [1, 9, 40]) {
      const tonight = tonightOf([job('a', tasks, running('near', days * 1440))], {}, NOW);
      expect(tonight.tasks.map((t) => t.id)).toEqual(['a/pads']);
    }
    const held = tonightOf([job('a', tasks.slice(1), running('near', 9 * 1440))], {}, NOW);
    expect(held.tasks).toEqual([]);
    expect(held.held).toEqual([
      { jobId: 'a', jobName: 'device a', why: 'part from this country: in the post, due by now' },
    ]);
  });
  it('a cure holds the whole job until its usual end; once it is due nothing is held', () => {
    const [first] = tonightOf([job('a', [task('t')], running('mask', 4))], {}, NOW).tasks;
    expect(first?.notBefore).toBe(NOW + 6 * 60_000);
    expect(first?.waitsFor).toBe('UV mask under the lamp: curing');
    const [due] = tonightOf([job('a', [task('t')], running('mask', 12))], {}, NOW).tasks;
    expect(due?.notBefore).toBeNull();
    expect(due?.urge).toBe('first look: UV mask under the lamp is due; little is left of the job');
  });
  it('an owner who was asked holds the job, and nobody says until when', () => {
    const { tasks, held } = tonightOf([job('a', [task('t')], running('owner', 60))], {}, NOW);
    expect(tasks).toEqual([]);
    expect(held[0]?.why).toBe('the owner’s answer is awaited');
  });
  it('own records change how long it takes', () => {
    const usual = tonightOf([job('a', [task('t')])], {}, NOW).tasks[0]?.duration.minutes ?? 0;
    const own = tonightOf([job('a', [task('t')])], { wire: Array.from({ length: 30 }, () => 25) }, NOW)
      .tasks[0];
    expect(own?.duration.minutes).toBeGreaterThan(usual);
    expect(own?.duration.own).toBe(30);
  });
  it('a promise that leaves little room weighs more, and says so', () => {
    const promised = (day: string): EveningJob => job(day, [task('t')], { ...EMPTY_WAITS, promised: day });
    const [near, far] = tonightOf([promised('2026-11-22'), promised('2027-03-01')], {}, NOW).tasks;
    expect(near?.weight).toBeGreaterThan(2 * (far?.weight ?? 0));
    expect(near?.urge).toBe('promised for 22 November');
    expect(far?.urge).toBe('little is left of the job');
    expect(tonightOf([promised('2026-11-01')], {}, NOW).tasks[0]?.urge).toBe(
      'promised for 1 November, past by now',
    );
  });
  it('what is nearly done weighs more than what is hardly begun; behind a gate much is reckoned to be left', () => {
    const long = Array.from({ length: 12 }, (_, i) => task(`t${i}`, { after: i > 0 ? [`t${i - 1}`] : [] }));
    const { tasks } = tonightOf(
      [job('a', [task('t')]), job('b', long), job('c', [task('t', { gate: true })])],
      {},
      NOW,
    );
    const weight = (id: string): number => tasks.find((t) => t.jobId === id)?.weight ?? 0;
    expect(weight('a')).toBeGreaterThan(weight('c'));
    expect(weight('c')).toBeGreaterThan(weight('b'));
  });
  it('three hundred jobs are planned, with what is left of each and why', () => {
    const jobs = Array.from({ length: 300 }, (_, i) =>
      job(`j${i}`, [task('t'), task('u', { after: ['t'] })]),
    );
    const { tasks } = tonightOf(jobs, {}, NOW);
    const plan = planEvening(tasks, {
      start: NOW,
      minutes: 90,
      daylightUntil: null,
      quietFrom: null,
      begun: null,
      first: ['j250/t'],
    });
    expect(plan.lines[0]?.task.id).toBe('j250/t');
    expect(plan.lines.length + plan.left.length).toBe(600);
    expect(plan.exact).toBe(false);
    expect(plan.bound).toBeGreaterThanOrEqual(plan.worth);
  });
});
