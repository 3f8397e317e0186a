import { useState } from 'react';
import { CalendarDays, RotateCcw } from 'lucide-react';
import type { JobSummary, OpenWait } from '@zebbit/contract';
import { Link } from 'react-router';
import { useKeys } from '../app/use-keys';
import { Button } from '../ui/button';
import { CalendarDialog } from './calendar-dialog';
import { Reasons } from './evening-reasons';
import { clockOf, useEvening } from './evening-store';
import { Ribbon } from './ribbon';
import { TimeEntry } from './time-entry';
import type { PlanState } from './use-plan';

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
