import type { ReactNode } from 'react';
import { useState } from 'react';
import { Button } from './button';

/** A button that takes something away: it asks once, in its own place, before it does. */
export function AskTwice({
  children,
  ask,
  sure,
  busy,
  onSure,
}: {
  readonly children: ReactNode;
  /** What is about to happen, in one sentence. */
  readonly ask: string;
  readonly sure: string;
  readonly busy: boolean;
  readonly onSure: () => void;
}) {
  const [asking, setAsking] = useState(false);
  if (!asking)
    return (
      <Button tone="stop" disabled={busy} onClick={() => setAsking(true)}>
        {children}
      </Button>
    );
  return (
    <div role="group" aria-label={ask} className="rounded-[12px] border border-stop bg-stop-soft p-3">
      <p className="mb-2 text-second">{ask}</p>
      <div className="flex gap-2">
        <Button
          tone="stop"
          autoFocus
          disabled={busy}
          onClick={() => {
            setAsking(false);
            onSure();
          }}
        >
          {sure}
        </Button>
        <Button onClick={() => setAsking(false)}>Leave it</Button>
      </div>
    </div>
  );
}
