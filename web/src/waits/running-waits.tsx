import { Check, Hourglass } from 'lucide-react';
import { Popover } from 'radix-ui';
import type { OpenWait } from '@zebbit/contract';
import { WAIT_KIND_WORDS, waitNow } from '@zebbit/core';
import { Link } from 'react-router';
import { useEndWait, useOpenWaits } from '../api/waits';
import { Button } from '../ui/button';
import { useNow } from './use-now';
import { waitWords } from './wait-words';

const SHOWN = 2;

/** What runs now, on the ledge: the next to be due, the others behind one press. */
export function RunningWaits({ jobId }: { readonly jobId: string }) {
  const waits = useOpenWaits().data ?? [];
  const now = useNow();
  // What lasts for days is no clock to look at; of this job it is shown all the same.
  const near = waits
    .filter((w) => w.jobId === jobId || (w.wait.span !== null && w.wait.span.usual < 24 * 60))
    .toSorted((a, b) => Number(b.jobId === jobId) - Number(a.jobId === jobId));
  if (near.length === 0) return null;
  const [shown, more] = [near.slice(0, SHOWN), near.slice(SHOWN)];
  return (
    <span className="flex items-center gap-3" aria-label="What runs by itself" role="group">
      {shown.map((open) => (
        <WaitChip key={open.wait.id} open={open} now={now} own={open.jobId === jobId} />
      ))}
      {more.length > 0 && (
        <Link to="/" className="font-semibold text-ink2 underline underline-offset-4">
          {more.length} more
        </Link>
      )}
    </span>
  );
}

interface WaitChipProps {
  readonly open: OpenWait;
  readonly now: number;
  readonly own: boolean;
}

function WaitChip({ open: { jobId, jobName, wait }, now, own }: WaitChipProps) {
  const end = useEndWait();
  const { state } = waitNow(wait, now);
  const pressing = state === 'due' || state === 'late';
  return (
    <Popover.Root>
      <Popover.Trigger
        className={`inline-flex min-h-8 max-w-[270px] items-center gap-1.5 rounded-[9px] border border-dashed px-2 ${pressing ? 'border-wait bg-wait-soft font-bold text-wait' : 'border-line text-ink'}`}
      >
        <Hourglass aria-hidden className="size-4 shrink-0 text-wait" />
        <span className="truncate">{own ? wait.what : `${jobName}, ${wait.what}`}</span>
        <span className="figure shrink-0 font-semibold">{waitWords(wait, now)}</span>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          side="top"
          sideOffset={8}
          className="z-50 w-[340px] rounded-[12px] border border-line bg-sheet p-4 text-ink shadow-2xl"
        >
          <p className="font-bold">
            {jobName}: {wait.what}
          </p>
          <p className="text-second text-ink2">
            {WAIT_KIND_WORDS[wait.kind]}
            {wait.from === '' ? '' : `, from ${wait.from}`} · {waitWords(wait, now)}
          </p>
          {wait.look !== '' && (
            <p className="mt-2">
              <span className="font-bold">Look: </span>
              {wait.look}
            </p>
          )}
          {wait.rests !== '' && <p className="mt-1 text-second text-ink2">Rests on: {wait.rests}</p>}
          <div className="mt-3 flex gap-2">
            <Popover.Close asChild>
              <Button
                tone="main"
                className="flex-1"
                icon={<Check aria-hidden className="size-5" />}
                onClick={() => end.mutate({ jobId, waitId: wait.id, ended: true })}
              >
                {wait.kind === 'post' ? 'It is here' : 'It is over'}
              </Button>
            </Popover.Close>
            {!own && (
              <Link
                to={`/jobs/${jobId}`}
                className="inline-flex min-h-10 items-center px-2 font-semibold text-copper underline underline-offset-4"
              >
                To the job
              </Link>
            )}
          </div>
          <Popover.Arrow className="fill-line" />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
