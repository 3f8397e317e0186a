import { describe, expect, test } from '@jest/globals';
import { bestByTrying, byList, randomEvening, worthOfSequence } from '../practice/random-evening';
import { seeded } from '../practice/seeded';
import type { Evening } from './evening';
import { planEvening } from './plan-evening';
import type { Task } from './task';

const NOON = Date.UTC(2026, 10, 20, 12);
const MINUTE = 60_000;
const EVENING: Evening = {
  start: NOON,
  minutes: 120,
  daylightUntil: null,
  quietFrom: null,
  begun: null,
  first: [],
};

const task = (id: string, minutes: number, more: Partial<Task> = {}): Task => ({
  id,
  jobId: id.split('/')[0] ?? id,
  jobName: id.split('/')[0] ?? id,
  station: 'rebuild',
  title: id,
  duration: { minutes, spread: 0.3, own: 0 },
  setting: 'bench',
  after: [],
  starts: null,
  notBefore: null,
  waitsFor: '',
  gate: false,
  daylight: false,
  quiet: false,
  weight: 1,
  urge: '',
  ...more,
});
const mask = { kind: 'cure', what: 'UV mask', span: { least: 5, usual: 10, most: 20 } } as const;
const ids = (plan: { lines: readonly { task: Task }[] }): string[] => plan.lines.map((l) => l.task.id);

describe('the plan of an evening', () => {
  test.each(Array.from({ length: 40 }, (_, i) => i + 1))(
    'is worth what the best of all sequences is worth, evening %i',
    (seed) => {
      const random = seeded(seed);
      const { tasks, evening } = randomEvening(random, { tasks: 3 + (seed % 6), jobs: 3 });
      const plan = planEvening(tasks, evening);
      expect(plan.exact).toBe(true);
      expect(plan.worth).toBeCloseTo(bestByTrying(tasks, evening), 6);
      const told = worthOfSequence(
        plan.lines.map((l) => l.task),
        tasks,
        evening,
      );
      expect(told).toBeCloseTo(plan.worth, 6);
    },
  );

  test.each([1, 2, 3, 4])(
    'of sixty tasks goes, is worth as much as either list and stays below its bound, evening %i',
    (seed) => {
      const { tasks, evening } = randomEvening(seeded(seed), { tasks: 60, jobs: 25 });
      const plan = planEvening(tasks, evening);
      expect(
        worthOfSequence(
          plan.lines.map((l) => l.task),
          tasks,
          evening,
        ),
      ).toBeCloseTo(plan.worth, 6);
      for (const rule of ['as-they-came', 'most-urgent'] as const) {
        const list = worthOfSequence(byList(tasks, evening, rule), tasks, evening) ?? 0;
        expect(plan.worth).toBeGreaterThanOrEqual(list - 1e-9);
      }
      expect(plan.bound).toBeGreaterThanOrEqual(plan.worth - 1e-9);
    },
  );

  test('starts what runs by itself first, and comes back to it', () => {
    const plan = planEvening(
      [
        task('guide/1', 30),
        task('speaker/1', 8, { starts: mask, setting: 'fume' }),
        task('speaker/2', 15, { after: ['speaker/1'] }),
      ],
      EVENING,
    );
    expect(ids(plan)).toEqual(['speaker/1', 'guide/1', 'speaker/2']);
    expect(plan.waits).toEqual([expect.objectContaining({ what: 'UV mask', begins: 13, ends: 23 })]);
    expect(plan.lines[0]?.why).toBe('UV mask runs 10 min by itself, meanwhile guide');
  });

  test('keeps hot work together', () => {
    const plan = planEvening(
      [
        task('a/1', 20, { setting: 'air' }),
        task('b/1', 20, { setting: 'iron' }),
        task('c/1', 20, { setting: 'air' }),
        task('d/1', 20, { setting: 'iron' }),
      ],
      EVENING,
    );
    const settings = plan.lines.map((l) => l.task.setting);
    expect(settings[0]).toBe(settings[1]);
    expect(settings[2]).toBe(settings[3]);
  });

  test('plans nothing behind a gate, and says so', () => {
    const plan = planEvening(
      [task('a/1', 5, { gate: true, title: 'Battery?' }), task('a/2', 20, { after: ['a/1'] })],
      EVENING,
    );
    expect(ids(plan)).toEqual(['a/1']);
    expect(plan.left).toEqual([{ task: expect.objectContaining({ id: 'a/2' }), why: 'hangs on “Battery?”' }]);
  });

  test('begins nothing that cannot be finished', () => {
    const plan = planEvening([task('a/1', 130)], EVENING);
    expect(plan.lines).toEqual([]);
    expect(plan.left[0]?.why).toBe('it takes longer than there is');
  });

  test('begins nothing before its wait is over, and says what is waited for', () => {
    const plan = planEvening(
      [task('a/1', 20, { notBefore: NOON + 50 * MINUTE, waitsFor: 'epoxy: curing' })],
      EVENING,
    );
    expect(plan.lines[0]).toMatchObject({ begins: 50, ends: 70, why: 'epoxy: curing' });
  });

  test('holds to daylight and to quiet', () => {
    const plan = planEvening(
      [task('a/1', 25, { daylight: true, weight: 0.9 }), task('b/1', 25, { quiet: true }), task('c/1', 30)],
      { ...EVENING, daylightUntil: NOON + 30 * MINUTE, quietFrom: NOON + 70 * MINUTE },
    );
    const at = Object.fromEntries(plan.lines.map((l) => [l.task.id, l]));
    expect(at['a/1']?.ends).toBeLessThanOrEqual(30);
    expect(at['b/1']?.begins).toBeGreaterThanOrEqual(70);
  });

  test('begins with what the hand put first, and plans the rest around it', () => {
    const tasks = [task('a/1', 30), task('b/1', 8, { starts: mask }), task('c/1', 20)];
    const plan = planEvening(tasks, { ...EVENING, first: ['c/1', 'a/1'] });
    expect(ids(plan)).toEqual(['c/1', 'a/1', 'b/1']);
    expect(plan.lines[0]?.why).toContain('you put it here');
  });

  test('says a smaller chance the later a task ends, and hardly any doubt with time to spare', () => {
    const tasks = ['a', 'b', 'c', 'd'].map((j) => task(`${j}/1`, 25));
    const tight = planEvening(tasks, { ...EVENING, minutes: 113 });
    const chances = tight.lines.map((l) => l.inTime);
    expect(chances).toEqual(chances.toSorted((x, y) => y - x));
    // Four tasks end a minute before the end by their medians: even odds, less what durations stray upwards.
    expect(chances.at(-1)).toBeGreaterThan(0.3);
    expect(chances.at(-1)).toBeLessThan(0.6);
    expect(planEvening(tasks.slice(0, 1), EVENING).lines[0]?.inTime).toBeGreaterThan(0.99);
  });

  test('has a chance that a plain throw of dice agrees with', () => {
    const tasks = [task('a/1', 40), task('b/1', 45)];
    const random = seeded(5);
    const normal = (): number =>
      Math.sqrt(-2 * Math.log(random() || 1e-12)) * Math.cos(2 * Math.PI * random());
    let done = 0;
    for (let n = 0; n < 20_000; n += 1) {
      const hand = normal();
      const takes = (m: number): number =>
        m * Math.exp(0.3 * (Math.sqrt(0.2) * hand + Math.sqrt(0.8) * normal()));
      if (3 + takes(40) + 3 + takes(45) <= 100) done += 1;
    }
    const plan = planEvening(tasks, { ...EVENING, minutes: 100 });
    expect(plan.lines.at(-1)?.inTime).toBeCloseTo(done / 20_000, 1);
  });

  test('of no tasks is empty', () => {
    expect(planEvening([], EVENING)).toMatchObject({ lines: [], waits: [], left: [], worth: 0, exact: true });
  });

  test('refuses an evening without minutes', () => {
    expect(() => planEvening([], { ...EVENING, minutes: 0 })).toThrow('an evening has minutes, got 0');
  });
});
