import { useRef } from 'react';
import type { ReactNode } from 'react';
import { Download, FileInput, Undo2, Upload } from 'lucide-react';
import { formatDistanceToNow } from 'date-fns';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { routes } from '@zebbit/contract';
import { useBin, useImportJob, usePurge, useRestore, useUndoDelete } from '../api/keeping';
import { AskTwice } from '../ui/ask-twice';
import { Button } from '../ui/button';
import { Dialog } from '../ui/dialog';

const LINE = 'flex flex-wrap items-center justify-between gap-3 border-t border-line py-4 first:border-0';

/** The workshop as one file, out and in; a job that was carried here; and what was deleted. */
export function Keeping({
  open,
  onOpenChange,
}: {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
}) {
  const navigate = useNavigate();
  const take = useImportJob();
  const restore = useRestore();
  return (
    <Dialog
      open={open}
      onOpenChange={onOpenChange}
      title="Keep and restore"
      about="All of it stays on this machine; what leaves it leaves as a file in your hand."
    >
      <Line
        words="Everything as one file"
        about="Jobs, photos, drawer, model cards. It can go on working meanwhile."
      >
        <a
          href={routes.backup()}
          download
          className="inline-flex min-h-10 items-center gap-2 rounded-[11px] border border-line bg-sheet px-3.5 font-semibold hover:border-ink2"
        >
          <Download aria-hidden className="size-4" /> Back up
        </a>
      </Line>
      <Line
        words="A job from another Zebbit"
        about={
          take.isPending ? 'Reading it…' : 'The file that “Take it along” gave. It becomes a job of its own.'
        }
        fault={take.error?.message}
      >
        <PickFile
          label="Job file"
          icon={<FileInput aria-hidden className="size-4" />}
          busy={take.isPending}
          onPick={(file) =>
            take.mutate(file, {
              onSuccess: (job) => {
                toast.success(`“${job.documents.intake.name}” is here`);
                void navigate(`/jobs/${job.id}/take-in`);
              },
            })
          }
        >
          Bring it in
        </PickFile>
      </Line>
      <Line
        words="Put a backup back"
        about={
          restore.isPending
            ? 'Putting it back…'
            : 'It takes the place of everything that is here now: back that up first. What was here stays beside as zebbit-before-restore.sqlite.'
        }
        fault={restore.error?.message}
      >
        <PickFile
          label="Backup file"
          icon={<Upload aria-hidden className="size-4" />}
          busy={restore.isPending}
          onPick={(file) =>
            restore.mutate(file, {
              onSuccess: ({ jobs, photos }) => {
                toast.success(`${jobs} jobs and ${photos} photos are back`);
                window.location.assign('/');
              },
            })
          }
        >
          Pick the backup
        </PickFile>
      </Line>
      {open && <Bin />}
    </Dialog>
  );
}

/** What was deleted within a day. */
function Bin() {
  const bin = useBin();
  const undo = useUndoDelete();
  const purge = usePurge();
  const fault = undo.error ?? purge.error ?? bin.error;
  return (
    <section aria-label="Deleted" className="border-t border-line pt-4">
      <h3 className="font-bold">Deleted</h3>
      {bin.data?.length === 0 && <p className="text-second text-ink2">Nothing waits here.</p>}
      <ul>
        {bin.data?.map((entry) => (
          <li key={entry.id} className="flex flex-wrap items-center justify-between gap-3 py-2">
            <span>
              {entry.words}
              <span className="block text-second text-ink2">
                gone for good {formatDistanceToNow(new Date(entry.until), { addSuffix: true })}
              </span>
            </span>
            <span className="flex items-start gap-2">
              <Button
                icon={<Undo2 aria-hidden className="size-4" />}
                disabled={undo.isPending}
                onClick={() => undo.mutate(entry.id)}
              >
                Take back
              </Button>
              <AskTwice
                busy={purge.isPending}
                ask="For good, files too, now?"
                sure="For good"
                onSure={() => purge.mutate(entry.id)}
              >
                For good…
              </AskTwice>
            </span>
          </li>
        ))}
      </ul>
      {fault && (
        <p role="alert" className="text-second text-stop">
          {fault.message}
        </p>
      )}
    </section>
  );
}

function Line({
  words,
  about,
  fault,
  children,
}: {
  readonly words: string;
  readonly about: string;
  readonly fault?: string | undefined;
  readonly children: ReactNode;
}) {
  return (
    <section aria-label={words} className={LINE}>
      <div className="min-w-0 flex-1">
        <h3 className="font-bold">{words}</h3>
        <p className="text-second text-ink2">{about}</p>
        {fault !== undefined && (
          <p role="alert" className="text-second text-stop">
            {fault}
          </p>
        )}
      </div>
      {children}
    </section>
  );
}

function PickFile({
  label,
  icon,
  busy,
  onPick,
  children,
}: {
  readonly label: string;
  readonly icon: ReactNode;
  readonly busy: boolean;
  readonly onPick: (file: File) => void;
  readonly children: ReactNode;
}) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button icon={icon} disabled={busy} onClick={() => input.current?.click()}>
        {children}
      </Button>
      <input
        ref={input}
        type="file"
        hidden
        aria-label={label}
        accept=".zip,application/zip"
        onChange={(e) => {
          const [file] = e.target.files ?? [];
          e.target.value = '';
          if (file) onPick(file);
        }}
      />
    </>
  );
}
