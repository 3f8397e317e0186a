import { Hourglass } from 'lucide-react';
import { openWaits, waitNow } from '@zebbit/core';
import { useJob } from '../desk/job-context';
import { Button } from '../ui/button';
import { useEndOwn } from './use-end-own';
import { useNow } from './use-now';
import { waitWords } from './wait-words';

/** What came due in this job, over whatever station is open: looked at first. */
export function DueStrip() {
  const { documents } = useJob();
  const end = useEndOwn();
  const now = useNow();
  const due = openWaits(documents.waits.waits).filter((w) => ['due', 'late'].includes(waitNow(w, now).state));
  const [first] = due;
  if (!first) return null;
  return (
    <section
      aria-label="Due now"
      role="status"
      className="flex items-center gap-3 border-b border-wait bg-wait-soft px-6 py-3 text-wait"
    >
      <Hourglass aria-hidden className="size-5 shrink-0" />
      <p className="min-w-0 flex-1">
        <span className="block font-bold">
          {first.what}: {waitWords(first, now)}
        </span>
        {first.look}
      </p>
      <Button className="!min-h-9" onClick={() => end(first.id)}>
        {first.kind === 'post' ? 'Here' : 'Over'}
      </Button>
    </section>
  );
}
