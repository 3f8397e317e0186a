import { useState } from 'react';
import { BellRing, Copy, Download } from 'lucide-react';
import { toast } from 'sonner';
import { routes } from '@zebbit/contract';
import { Button } from '../ui/button';
import { Dialog } from '../ui/dialog';

/** What is awaited, for a calendar program on this machine, and whether the browser may tell. */
export function CalendarDialog({
  open,
  onOpenChange,
}: {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
}) {
  const feed = `${window.location.origin}${routes.calendar()}`;
  return (
    <Dialog
      open={open}
      onOpenChange={onOpenChange}
      title="Told elsewhere"
      about="What is awaited and what was promised, as a calendar, and by the browser."
    >
      <p className="mb-1 font-semibold">Address to subscribe to, on this machine</p>
      <div className="flex items-center gap-2">
        <code className="figure min-w-0 flex-1 truncate rounded-[9px] bg-sunk px-3 py-2.5">{feed}</code>
        <Button
          icon={<Copy aria-hidden className="size-4" />}
          onClick={() => {
            navigator.clipboard
              .writeText(feed)
              .then(() => toast.success('Address copied'))
              .catch(() => toast.error('The browser did not let it be copied; mark it and copy it by hand'));
          }}
        >
          Copy
        </Button>
      </div>
      <p className="mt-1 text-second text-ink2">
        It follows along while Zebbit runs. The file below is as it is now.
      </p>
      <a
        href={routes.calendar()}
        download="zebbit.ics"
        className="mt-3 inline-flex min-h-10 items-center gap-2 rounded-[11px] border border-line px-3.5 font-semibold hover:border-ink2"
      >
        <Download aria-hidden className="size-4" /> Calendar file
      </a>
      <BrowserMay />
    </Dialog>
  );
}

const STATES = {
  granted: 'The browser tells as well, while a page of Zebbit is open.',
  denied: 'The browser was told not to: its own settings for this address can change that.',
  default: 'Else only the page tells, by a line and a sound.',
} as const;

function BrowserMay() {
  const there = typeof Notification !== 'undefined';
  const [state, setState] = useState<NotificationPermission>(there ? Notification.permission : 'denied');
  if (!there) return <p className="mt-5 text-second text-ink2">This browser has no notifications.</p>;
  return (
    <div className="mt-5 border-t border-line pt-4">
      {state === 'default' && (
        <Button
          icon={<BellRing aria-hidden className="size-4" />}
          onClick={() => void Notification.requestPermission().then(setState)}
        >
          Let the browser tell as well
        </Button>
      )}
      <p className="mt-1 text-second text-ink2">{STATES[state]}</p>
    </div>
  );
}
