import { useState } from 'react';
import { Archive, Plus } from 'lucide-react';
import type { JobSummary } from '@zebbit/contract';
import { useJobs } from '../api/jobs';
import { useOpenWaits } from '../api/waits';
import { useTheme } from '../app/theme';
import { TopBar } from '../app/top-bar';
import { useKeys } from '../app/use-keys';
import { Button } from '../ui/button';
import { useNow } from '../waits/use-now';
import { EveningCard } from './evening-card';
import { FirstSteps } from './first-steps';
import { Keeping } from './keeping';
import { NewJob } from './new-job';
import { Shelf } from './shelf';
import type { PlanState } from './use-plan';
import { usePlan } from './use-plan';
import { useWeighShelf } from './use-weigh-shelf';

/** So often the evening is planned anew by itself: what takes longer moves the rest, ms. */
const PLAN_EVERY_MS = 30_000;

/** Home: the evening, and every job with its station and its next move. */
export function Tonight() {
  const { here: jobs, back } = useJobs();
  const running = useOpenWaits().data ?? [];
  useWeighShelf(jobs.data);
  const now = useNow(PLAN_EVERY_MS);
  const plan = usePlan(jobs.data, now);
  const toggle = useTheme((t) => t.toggle);
  const [asking, setAsking] = useState(false);
  const [keeping, setKeeping] = useState(false);
  useKeys({ n: toggle, N: toggle, '+': () => setAsking(true) });
  const empty = jobs.data?.length === 0 && back.data?.length === 0;
  return (
    <div className="flex h-full flex-col">
      <title>Tonight · Zebbit</title>
      <TopBar />
      <main className="scroll-thin min-h-0 flex-1 overflow-y-auto px-9 py-6 text-[16px]">
        <div className="mb-5 flex items-center gap-4">
          <h1 className="text-move font-bold">{headline(jobs.data, plan)}</h1>
          <p className="flex-1 text-ink2">{underline(plan)}</p>
          <Button
            icon={<Archive aria-hidden className="size-5" />}
            className="!min-h-11"
            onClick={() => setKeeping(true)}
          >
            Keep and restore
          </Button>
          <Button
            tone="main"
            className="!min-h-11"
            hotkey="+"
            icon={<Plus aria-hidden className="size-5" />}
            onClick={() => setAsking(true)}
          >
            New job
          </Button>
        </div>
        {jobs.isPending && <p className="text-ink2">Fetching the jobs…</p>}
        {jobs.error && (
          <p role="alert" className="rounded-[12px] border border-stop bg-stop-soft p-4 text-stop">
            {jobs.error.message}{' '}
            <button type="button" className="font-semibold underline" onClick={() => void jobs.refetch()}>
              Try again
            </button>
          </p>
        )}
        {empty && <FirstSteps onNew={() => setAsking(true)} />}
        {jobs.data && !empty && (jobs.data.length > 0 || back.data) && (
          <>
            <EveningCard state={plan} jobs={jobs.data} running={running} />
            <Shelf here={jobs.data} back={back.data ?? []} now={now} />
          </>
        )}
      </main>
      <NewJob open={asking} onOpenChange={setAsking} />
      <Keeping open={keeping} onOpenChange={setKeeping} />
    </div>
  );
}

const COUNT = ['No', 'One', 'Two', 'Three', 'Four', 'Five', 'Six', 'Seven', 'Eight', 'Nine'];
const jobsWords = (n: number): string => `${COUNT[n] ?? n} ${n === 1 ? 'job' : 'jobs'}`;

function headline(jobs: readonly JobSummary[] | undefined, { plan, minutes }: PlanState): string {
  if (!jobs) return 'Tonight';
  if (plan && plan.lines.length > 0) {
    const planned = new Set(plan.lines.map((l) => l.task.jobId)).size;
    const long = minutes < 100 ? `${minutes} minutes` : `${Number((minutes / 60).toFixed(1))} hours`;
    return `${long}, ${jobsWords(planned).toLowerCase()}`;
  }
  return `${jobs.length === 0 ? 'Nothing' : jobsWords(jobs.length)} on the bench`;
}

/** What the plan does about waits, in a line. */
function underline({ plan }: PlanState): string {
  if (!plan) return 'Say how long you have, and the evening is planned.';
  const [first] = plan.waits;
  if (!first) return '';
  return plan.waits.length === 1
    ? `${first.jobName}: ${first.what} is set going and runs by itself.`
    : `${COUNT[plan.waits.length] ?? plan.waits.length} waits are set going and run by themselves.`;
}
