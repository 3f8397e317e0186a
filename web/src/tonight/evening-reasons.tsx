import type { EveningLine, EveningPlan, Task } from '@zebbit/core';
import { lowHigh, printChance } from '@zebbit/core';
import { Link } from 'react-router';
import { minutesWords } from '../waits/wait-words';
import { clockOf, useEvening } from './evening-store';
import type { PlanState } from './use-plan';

const spanOf = ({ task: { duration } }: EveningLine): string => {
  const { low, high } = lowHigh(duration);
  return `${minutesWords(low)} to ${minutesWords(high)}`;
};

const MOST_LEFT = 8;

/** What is left of each job: where it stops, and why. */
function leftByJob({
  left,
}: EveningPlan): { readonly task: Task; readonly why: string; readonly more: number }[] {
  const jobs = new Map<string, { task: Task; why: string; more: number }>();
  for (const { task, why } of left) {
    const known = jobs.get(task.jobId);
    if (known) known.more += 1;
    else jobs.set(task.jobId, { task, why, more: 0 });
  }
  return [...jobs.values()];
}

/** Every line with its reason, its spread and its chance; then what is not for this evening. */
export function Reasons({ state: { plan, start, held } }: { readonly state: PlanState }) {
  const first = useEvening((s) => s.first);
  if (!plan) return null;
  const gap = plan.worth > 0 ? plan.bound / plan.worth - 1 : 0;
  const left = leftByJob(plan);
  return (
    <div className="mt-2 grid grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)] gap-8">
      <table className="w-full self-start text-second">
        <caption className="sr-only">The evening, line by line</caption>
        <thead>
          <tr className="text-left text-ink2">
            <th className="py-1 pr-3 font-semibold">At</th>
            <th className="py-1 pr-3 font-semibold">Act</th>
            <th className="py-1 pr-3 font-semibold">Takes</th>
            <th className="py-1 font-semibold">Done in time</th>
          </tr>
        </thead>
        <tbody>
          {plan.lines.map((line) => (
            <tr key={line.task.id} className="border-t border-line align-top">
              <td className="figure py-1.5 pr-3">{clockOf(start + line.begins * 60_000)}</td>
              <td className="py-1.5 pr-3">
                <span className="block font-semibold">
                  {line.task.jobName}: {line.task.title}
                </span>
                <span className="text-ink2">{line.why}</span>
              </td>
              <td className="figure py-1.5 pr-3 whitespace-nowrap">
                {minutesWords(line.task.duration.minutes)}
                <span className="block text-ink2">{spanOf(line)}</span>
              </td>
              <td className="figure py-1.5">{printChance(line.inTime)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <div className="text-second">
        <p className="mb-2 text-ink2">
          {plan.exact
            ? `${first.length > 0 ? 'With what you put first, no' : 'No'} other order is worth more by these minutes and weights.`
            : `Good, not proved best: no order can be worth more than ${(100 * gap).toFixed(0)} % above it.`}{' '}
          Minutes are common practice drawn to your own records where there are some; weights are promises,
          hand-backs and long waits.
        </p>
        {(left.length > 0 || held.length > 0) && (
          <>
            <h3 className="font-bold">Not this evening</h3>
            <ul className="mt-1">
              {held.map((h) => (
                <li key={h.jobId} className="border-t border-line py-1">
                  <Link className="font-semibold" to={`/jobs/${h.jobId}`}>
                    {h.jobName}
                  </Link>
                  <span className="text-ink2">: {h.why}</span>
                </li>
              ))}
              {left.slice(0, MOST_LEFT).map(({ task, why, more }) => (
                <li key={task.id} className="border-t border-line py-1">
                  <span className="font-semibold">
                    {task.jobName}: {task.title}
                    {more > 0 ? `, and ${more} more` : ''}
                  </span>
                  <span className="text-ink2">; {why}</span>
                </li>
              ))}
              {left.length > MOST_LEFT && (
                <li className="border-t border-line py-1 text-ink2">
                  and {left.length - MOST_LEFT} more jobs
                </li>
              )}
            </ul>
          </>
        )}
      </div>
    </div>
  );
}
