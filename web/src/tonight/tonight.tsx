import { useState } from 'react';
import { Archive, Plus } from 'lucide-react';
import { formatDistanceToNow } from 'date-fns';
import { Link } from 'react-router';
import type { JobSummary } from '@zebbit/contract';
import type { NextMove } from '@zebbit/core';
import { STATION_WORDS } from '@zebbit/core';
import { useJobs } from '../api/jobs';
import { useTheme } from '../app/theme';
import { TopBar } from '../app/top-bar';
import { useKeys } from '../app/use-keys';
import { Button } from '../ui/button';
import { Track } from '../ui/track';
import { Keeping } from './keeping';
import { NewJob } from './new-job';
import { useWeighShelf } from './use-weigh-shelf';

const TONE: Readonly<Record<NextMove['tone'], string>> = {
  move: 'text-ink',
  stop: 'text-stop',
  wait: 'text-wait',
  done: 'text-ok',
};

/** Home: every job with its station and its next move. */
export function Tonight() {
  const jobs = useJobs();
  useWeighShelf(jobs.data);
  const toggle = useTheme((t) => t.toggle);
  const [asking, setAsking] = useState(false);
  const [keeping, setKeeping] = useState(false);
  useKeys({ n: toggle, N: toggle, '+': () => setAsking(true) });
  return (
    <div className="flex h-full flex-col">
      <title>Tonight · Zebbit</title>
      <TopBar />
      <main className="scroll-thin min-h-0 flex-1 overflow-y-auto px-9 py-6 text-[16px]">
        <div className="mb-5 flex items-center gap-4">
          <h1 className="text-move font-bold">{headline(jobs.data)}</h1>
          <p className="flex-1 text-ink2">{jobs.data ? handedBack(jobs.data) : ''}</p>
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
        {jobs.data && <Shelf jobs={jobs.data} />}
      </main>
      <NewJob open={asking} onOpenChange={setAsking} />
      <Keeping open={keeping} onOpenChange={setKeeping} />
    </div>
  );
}

function headline(jobs: readonly JobSummary[] | undefined): string {
  if (!jobs) return 'Tonight';
  const open = jobs.filter((j) => j.next.tone !== 'done').length;
  const COUNT = ['Nothing', 'One', 'Two', 'Three', 'Four', 'Five', 'Six', 'Seven', 'Eight', 'Nine'];
  return `${COUNT[open] ?? open} ${open === 0 ? '' : open === 1 ? 'job ' : 'jobs '}on the bench`;
}

function handedBack(jobs: readonly JobSummary[]): string {
  const done = jobs.filter((j) => j.next.tone === 'done').length;
  return jobs.length === 0 ? '' : `What each one wants next.${done > 0 ? ` ${done} handed back.` : ''}`;
}

function Shelf({ jobs }: { readonly jobs: readonly JobSummary[] }) {
  if (jobs.length === 0) {
    return (
      <section className="rounded-[14px] border border-line bg-sheet p-8">
        <h2 className="text-title font-bold">Start with the thing in your hand</h2>
        <p className="mt-1 max-w-[60ch] text-ink2">
          Zebbit takes a torn-off port from take-in to hand-back: it measures, reckons which pin goes where,
          and says what to build. Begin with a new job.
        </p>
      </section>
    );
  }
  return (
    <ul className="overflow-hidden rounded-[14px] border border-line bg-sheet">
      {jobs.map((job) => (
        <li key={job.id} className="border-t border-line first:border-0">
          <Link
            to={`/jobs/${job.id}/${job.next.station}`}
            className="grid grid-cols-[minmax(0,1.15fr)_210px_minmax(0,1.6fr)] items-center gap-8 px-6 py-4 -outline-offset-4 hover:bg-sunk"
          >
            <span className="min-w-0">
              <span className="block truncate text-title font-bold">{job.name}</span>
              <span className="block truncate text-[14.5px] text-ink2">
                {[`${job.make} ${job.model}`.trim(), job.family].filter(Boolean).join(', ') ||
                  'just taken in'}
              </span>
            </span>
            <Track states={job.states} />
            <span className="min-w-0">
              <span className={`block font-bold ${TONE[job.next.tone]}`}>{job.next.title}</span>
              <span className="block truncate text-[14.5px] text-ink2">
                {STATION_WORDS[job.next.station]} · touched{' '}
                {formatDistanceToNow(new Date(job.updatedAt), { addSuffix: true })}
              </span>
            </span>
          </Link>
        </li>
      ))}
    </ul>
  );
}
