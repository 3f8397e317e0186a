import { useState } from 'react';
import { keepCharge, keptCharge } from '../../api/keeping';
import { useJob } from '../../desk/job-context';
import { Button } from '../../ui/button';

/** Keeps a log with the job; it takes the place of an earlier one, and travels with the job. */
export function KeepLog({ csv }: { readonly csv: () => Promise<string> }) {
  const { bundle } = useJob();
  const [said, setSaid] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const keep = async (): Promise<void> => {
    setBusy(true);
    try {
      const { bytes } = await keepCharge(bundle.id, await csv());
      setSaid(`Kept, ${Math.max(1, Math.round(bytes / 1000))} kB.`);
    } catch (reason) {
      setSaid(reason instanceof Error ? reason.message : 'It was not kept');
    }
    setBusy(false);
  };
  return (
    <div className="mt-2 flex items-center gap-3">
      <Button disabled={busy} onClick={() => void keep()}>
        Keep it with the job
      </Button>
      <span role="status" className="text-second text-ink2">
        {said}
      </span>
    </div>
  );
}

/** Opens the log that was kept with the job. */
export function KeptLog({ onOpen }: { readonly onOpen: (file: File) => void }) {
  const { bundle } = useJob();
  const [none, setNone] = useState(false);
  const open = async (): Promise<void> => {
    const file = await keptCharge(bundle.id);
    if (file) onOpen(file);
    setNone(file === null);
  };
  return (
    <>
      <Button tone="quiet" onClick={() => void open()}>
        The kept one
      </Button>
      {none && <span className="text-second text-ink2">None was kept.</span>}
    </>
  );
}
