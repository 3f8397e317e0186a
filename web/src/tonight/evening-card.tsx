import { useState } from 'react';
import { CalendarDays, RotateCcw } from 'lucide-react';
import type { JobSummary, OpenWait } from '@zebbit/contract';
import type { EveningLine, EveningPlan, Task } from '@zebbit/core';
import { lowHigh, printChance } from '@zebbit/core';
import { Link } from 'react-router';
import { useKeys } from '../app/use-keys';
import { Button } from '../ui/button';
import { BOX, Field } from '../ui/field';
import { minutesWords } from '../waits/wait-words';
import { CalendarDialog } from './calendar-dialog';
import { clockOf, instantOf, useEvening } from './evening-store';
import { Ribbon } from './ribbon';
import type { PlanState } from './use-plan';

const QUICK_MIN = [45, 90, 150];

interface EveningCardProps {
  readonly state: PlanState;
  readonly jobs: readonly JobSummary[];
  readonly running: readonly OpenWait[];
}

/** How long there is, what to do with it, and why in this order. */
export function EveningCard({ state, jobs, running }: EveningCardProps) {
  const { plan, start, minutes, held, asks, failure } = state;
  const { first, set } = useEvening();
  const [why, setWhy] = useState(false);
  const [calendar, setCalendar] = useState(false);
  useKeys({ w: () => setWhy(!why), W: () => setWhy(!why) });
  const [next] = plan?.lines ?? [];
  return (
    <section aria-label="This evening" className="mb-6 rounded-[14px] border border-line bg-sheet px-5 py-4">
      <div className="flex flex-wrap items-end gap-x-4 gap-y-3">
        <TimeEntry start={start} minutes={minutes} asks={asks} />
        <span className="flex-1" />
        {first.length > 0 && plan && (
          <Button
            tone="quiet"
            icon={<RotateCcw aria-hidden className="size-4" />}
            onClick={() => set({ first: [] })}
          >
            Plan it freely again
          </Button>
        )}
        <Button
          tone="quiet"
          icon={<CalendarDays aria-hidden className="size-4" />}
          onClick={() => setCalendar(true)}
        >
          Calendar
        </Button>
      </div>
      {failure !== null && (
        <p role="alert" className="mt-3 text-stop">
          {failure}
        </p>
      )}
      {plan && next && (
        <>
          <div className="mt-4 mb-3 flex flex-wrap items-baseline gap-x-3">
            <p className="text-[21px] leading-tight font-bold">
              {next.begins - next.setup > 1 ? `At ${clockOf(start + next.begins * 60_000)}: ` : 'Now: '}
              <Link
                className="underline decoration-copper decoration-2 underline-offset-4"
                to={`/jobs/${next.task.jobId}/${next.task.station}`}
                onClick={() => set({ begun: { taskId: next.task.id, at: Date.now() } })}
              >
                {next.task.jobName}
              </Link>
            </p>
            <p className="text-ink2">
              {next.task.title}; {next.why}.
            </p>
          </div>
          <Ribbon plan={plan} start={start} minutes={minutes} running={running} />
          <button
            type="button"
            aria-expanded={why}
            className="mt-2 min-h-8 font-semibold text-copper underline underline-offset-4"
            onClick={() => setWhy(!why)}
          >
            Why this order
          </button>
          {why && <Reasons state={state} />}
        </>
      )}
      {plan && !next && (
        <p className="mt-3 text-ink2">
          {jobs.length === 0
            ? ''
            : held.length > 0 || plan.left.length > 0
              ? 'Nothing that wants hands fits into this time: what is there waits, hangs on an answer, or takes longer.'
              : 'Nothing wants hands: every job is handed back or parked.'}
        </p>
      )}
      {plan && !next && plan.left.length + held.length > 0 && <Reasons state={state} />}
      <CalendarDialog open={calendar} onOpenChange={setCalendar} />
    </section>
  );
}

/** Minutes and end are one entry: whichever is typed gives the other. */
function TimeEntry({ start, minutes, asks }: Pick<PlanState, 'start' | 'minutes' | 'asks'>) {
  const { until, daylightUntil, quietFrom, set } = useEvening();
  const [typed, setTyped] = useState<{ readonly minutes?: string; readonly end?: string }>({});
  const [fault, setFault] = useState<string | null>(null);
  const take = (end: number | null, words: string): void => {
    if (end === null || end <= start || end > start + 16 * 3_600_000) setFault(words);
    else {
      set({ until: end });
      setFault(null);
      setTyped({});
    }
  };
  const known = until !== null && minutes >= 1;
  return (
    <>
      <div className="w-24">
        <Field label="I have, min">
          {(ids) => (
            <input
              {...ids}
              inputMode="numeric"
              className={`${BOX} figure`}
              value={typed.minutes ?? (known ? String(minutes) : '')}
              onChange={(e) => setTyped({ minutes: e.target.value })}
              onBlur={() => {
                if (typed.minutes === undefined) return;
                if (typed.minutes.trim() === '') {
                  setTyped({});
                  setFault(null);
                  set({ until: null });
                  return;
                }
                const m = Number(typed.minutes);
                take(
                  Number.isFinite(m) && m >= 5 ? start + m * 60_000 : null,
                  'I have: minutes from 5 to 960',
                );
              }}
              onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
            />
          )}
        </Field>
      </div>
      <div className="w-28">
        <Field label="until">
          {(ids) => (
            <input
              {...ids}
              className={`${BOX} figure`}
              placeholder="22:00"
              value={typed.end ?? (known ? clockOf(until) : '')}
              onChange={(e) => setTyped({ end: e.target.value })}
              onBlur={() => {
                if (typed.end === undefined) return;
                take(instantOf(typed.end, start), 'Until: a time as 22:00, within the next 16 hours');
              }}
              onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
            />
          )}
        </Field>
      </div>
      {!known &&
        QUICK_MIN.map((m) => (
          <Button key={m} onClick={() => take(start + m * 60_000, '')}>
            {m} min
          </Button>
        ))}
      {asks.daylight && (
        <div className="w-32">
          <ClockField
            label="Daylight until"
            value={daylightUntil}
            onTime={(t) => set({ daylightUntil: t })}
          />
        </div>
      )}
      {asks.quiet && (
        <div className="w-28">
          <ClockField label="Quiet from" value={quietFrom} onTime={(t) => set({ quietFrom: t })} />
        </div>
      )}
      {fault !== null && (
        <p role="alert" className="w-full text-second text-stop">
          {fault}
        </p>
      )}
    </>
  );
}

function ClockField({
  label,
  value,
  onTime,
}: {
  readonly label: string;
  readonly value: string;
  readonly onTime: (time: string) => void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const wrong = typed !== null && typed.trim() !== '' && instantOf(typed, 0) === null;
  return (
    <Field label={label} error={wrong ? `${label}: a time as 16:30` : null}>
      {(ids) => (
        <input
          {...ids}
          className={`${BOX} figure`}
          value={typed ?? value}
          onChange={(e) => setTyped(e.target.value)}
          onBlur={() => {
            if (typed === null || wrong) return;
            onTime(typed.trim());
            setTyped(null);
          }}
          onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
        />
      )}
    </Field>
  );
}

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
function Reasons({ state: { plan, start, held } }: { readonly state: PlanState }) {
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
