import { planEvening } from '@zebbit/core';
import { bestByTrying, byList, randomEvening, seeded, worthOfSequence } from '@zebbit/core/practice';
import { simulatedYear } from './workshop-year';

/** Plans against every sequence there is, and against two lists, on made-up evenings; then a workshop's year by three rules. */
export function benchEvening(fresh: number, evenings: number, years: number): void {
  let [optimal, worse, longest] = [0, 0, 0];
  for (let i = 0; i < evenings; i += 1) {
    const seed = i < evenings / 2 ? i + 1 : 1_000_000 + fresh * 1000 + i;
    const random = seeded(seed);
    const count = 4 + Math.floor(9 * random());
    const { tasks, evening } = randomEvening(random, { tasks: count, jobs: 2 + Math.floor(3 * random()) });
    const begun = performance.now();
    const plan = planEvening(tasks, evening);
    longest = Math.max(longest, performance.now() - begun);
    if (Math.abs(plan.worth - bestByTrying(tasks, evening)) < 1e-6) optimal += 1;
    for (const rule of ['as-they-came', 'most-urgent'] as const)
      if (plan.worth < (worthOfSequence(byList(tasks, evening, rule), tasks, evening) ?? 0) - 1e-9)
        worse += 1;
  }
  process.stdout.write(
    `\nEvening: ${optimal} of ${evenings} plans of up to 12 tasks are worth what the best of all sequences is, ${worse} worth less than a list; longest ${longest.toFixed(0)} ms\n`,
  );
  const large = Array.from({ length: 40 }, (_, i) => {
    const { tasks, evening } = randomEvening(seeded(i < 20 ? i + 1 : 2_000_000 + fresh * 100 + i), {
      tasks: 60,
      jobs: 25,
    });
    const begun = performance.now();
    const plan = planEvening(tasks, evening);
    const ms = performance.now() - begun;
    const lists = (['as-they-came', 'most-urgent'] as const).map(
      (rule) => worthOfSequence(byList(tasks, evening, rule), tasks, evening) ?? 0,
    );
    return { ms, gap: plan.bound / plan.worth - 1, over: plan.worth / Math.max(1e-9, ...lists) };
  });
  const sorted = (pick: (l: (typeof large)[number]) => number): number[] =>
    large.map(pick).toSorted((a, b) => a - b);
  const middle = (list: readonly number[]): number => list[Math.floor(list.length / 2)] ?? 0;
  const [ms, gap, over] = [sorted((l) => l.ms), sorted((l) => l.gap), sorted((l) => l.over)];
  process.stdout.write(
    `  60 tasks of 25 jobs: middle ${middle(ms).toFixed(0)} ms, longest ${ms.at(-1)?.toFixed(0) ?? ''} ms; under the bound by ${(100 * middle(gap)).toFixed(1)} % at most in the middle, ${(100 * (gap.at(-1) ?? 0)).toFixed(1)} % at worst; ${middle(over).toFixed(2)} times the better list, ${over[0]?.toFixed(2) ?? ''} at least\n`,
  );
  // Some four fifths of the hours there are, and more than there are.
  for (const jobsADay of [1 / 4, 1 / 3])
    for (const rule of ['plan', 'first-come', 'most-urgent'] as const) {
      const all = Array.from({ length: years }, (_, i) =>
        simulatedYear(i < years / 2 ? i + 1 : 3_000_000 + fresh * 100 + i, rule, jobsADay),
      );
      const mean = (pick: (y: (typeof all)[number]) => number): number =>
        all.reduce((s, y) => s + pick(y), 0) / all.length;
      process.stdout.write(
        `  a year of a job in ${Math.round(1 / jobsADay)} days, ${rule}: ${mean((y) => y.handedBack).toFixed(1)} of ${mean((y) => y.takenIn).toFixed(1)} jobs handed back, ${mean((y) => y.daysHere).toFixed(1)} days from taken in to handed back, ${mean((y) => y.late).toFixed(1)} promises of ${mean((y) => y.promised).toFixed(1)} missed, hands idle at the bench ${mean((y) => y.idleHours).toFixed(1)} h (${years} seeds)\n`,
      );
    }
}
