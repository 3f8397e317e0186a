import { useState } from 'react';
import { useNavigate } from 'react-router';
import { useImportJob } from '../api/keeping';
import { Button } from '../ui/button';

/** A job to play with, with pictures and all; it is a file like any job's. */
const PLAY_JOB = '/play-job.zip';

/** An empty workshop: how to begin, in three lines. */
export function FirstSteps({ onNew }: { readonly onNew: () => void }) {
  const navigate = useNavigate();
  const take = useImportJob();
  const [busy, setBusy] = useState(false);
  const [fault, setFault] = useState<string | null>(null);
  const play = async (): Promise<void> => {
    setBusy(true);
    setFault(null);
    try {
      const file = await fetch(PLAY_JOB);
      if (!file.ok) throw new Error(`the file is not there (${file.status})`);
      const { id } = await take.mutateAsync(
        new File([await file.blob()], 'play-job.zip', { type: 'application/zip' }),
      );
      await navigate(`/jobs/${id}`);
    } catch (error) {
      setFault(`The job to play with could not be fetched: ${String(error)}`);
      setBusy(false);
    }
  };
  return (
    <section aria-label="How to begin" className="rounded-[14px] border border-line bg-sheet p-8">
      <h2 className="text-title font-bold">Start with the thing in your hand</h2>
      <ol className="mt-3 flex max-w-[72ch] flex-col gap-3">
        <li>Name what broke. Zebbit asks the rest at the bench, one question at a time.</li>
        <li>
          Photograph the board; it says where to put the two probes, what to build, and how to prove it.
        </li>
        <li>Say how long you have of an evening; it says which job first.</li>
      </ol>
      <div className="mt-5 flex flex-wrap gap-3">
        <Button tone="main" hotkey="+" className="!min-h-12" onClick={onNew}>
          The first job
        </Button>
        <Button className="!min-h-12" disabled={busy} onClick={() => void play()}>
          {busy ? 'Fetching it…' : 'A made-up job to play with'}
        </Button>
      </div>
      {fault !== null && (
        <p role="alert" className="mt-3 text-stop">
          {fault}
        </p>
      )}
    </section>
  );
}
