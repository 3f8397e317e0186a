import { Truck } from 'lucide-react';
import type { UsualWait } from '@zebbit/core';
import { openWaits, USUAL_WAITS } from '@zebbit/core';
import { useKeys } from '../app/use-keys';
import { useJob } from '../desk/job-context';
import { Button } from '../ui/button';
import { useBeginWait } from './use-begin-wait';
import { useNow } from './use-now';
import { minutesWords, waitWords } from './wait-words';

const near = USUAL_WAITS.find((w) => w.key === 'near');
const far = USUAL_WAITS.find((w) => w.key === 'far');

/** A part that is in no drawer: one key says that it is ordered, and its post is awaited. */
export function Ordered() {
  const { documents } = useJob();
  const { match, waits } = documents;
  const begin = useBeginWait();
  const now = useNow(30_000);
  const posts = openWaits(waits.waits).filter((w) => w.kind === 'post');
  const wanted = match.part.trim() !== '' && match.stockId === null;
  const order = (way: UsualWait | undefined): void => {
    if (!way) return;
    const from = match.source === 'to be found' ? '' : match.source;
    begin({ ...way, what: match.part.trim().slice(0, 120) || way.what }, { from: from.slice(0, 120) });
  };
  useKeys(wanted && posts.length === 0 ? { p: () => order(near) } : {});
  if (posts.length > 0)
    return (
      <p className="mt-3 flex items-center gap-2 text-second font-semibold text-wait">
        <Truck aria-hidden className="size-4 shrink-0" />
        {posts.map((w) => `${w.what}: in the post, ${waitWords(w, now)}`).join('; ')}
      </p>
    );
  if (!wanted) return null;
  return (
    <div className="mt-3 flex flex-wrap gap-2" role="group" aria-label="Ordered">
      <Button hotkey="P" icon={<Truck aria-hidden className="size-4" />} onClick={() => order(near)}>
        Ordered: {minutesWords(near?.span?.usual ?? 0)} or so
      </Button>
      <Button onClick={() => order(far)}>from far away</Button>
    </div>
  );
}
