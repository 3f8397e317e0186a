import { Download } from 'lucide-react';
import { useNavigate } from 'react-router';
import { routes } from '@zebbit/contract';
import { useDeleteJob, useDeleteOwner, useUndoDelete } from '../../api/keeping';
import { useJob } from '../../desk/job-context';
import { AskTwice } from '../../ui/ask-twice';
import { deletedToast } from '../../ui/deleted-toast';
import { Card } from '../work-sheet';

/** The job as one thing: carried elsewhere, or deleted. */
export function ThisJob() {
  const { bundle, documents } = useJob();
  const navigate = useNavigate();
  const job = useDeleteJob();
  const owner = useDeleteOwner();
  const undo = useUndoDelete();
  const name = documents.intake.owner.trim();
  const fault = job.error ?? owner.error ?? undo.error;
  const gone = (entry: Parameters<typeof deletedToast>[0]): void => {
    deletedToast(entry, (id) => undo.mutate(id));
    void navigate('/');
  };
  return (
    <Card title="This job" about="One file with everything: for another Zebbit, or to keep.">
      <div className="flex flex-wrap items-start gap-3">
        <a
          href={routes.jobBundle(bundle.id)}
          download
          className="inline-flex min-h-10 items-center gap-2 rounded-[11px] border border-line bg-sheet px-3.5 font-semibold hover:border-ink2"
        >
          <Download aria-hidden className="size-4" /> Take it along
        </a>
        <AskTwice
          busy={job.isPending}
          ask={`Delete “${documents.intake.name}” with its readings and photos? For a day it can be taken back.`}
          sure="Delete the job"
          onSure={() => job.mutate(bundle.id, { onSuccess: gone })}
        >
          Delete…
        </AskTwice>
        {name !== '' && (
          <AskTwice
            busy={owner.isPending}
            ask={`Delete every job of ${name}? For a day they can be taken back.`}
            sure={`Delete all of ${name}`}
            onSure={() => owner.mutate(name, { onSuccess: gone })}
          >
            Delete everything of {name}…
          </AskTwice>
        )}
      </div>
      {fault && (
        <p role="alert" className="mt-2 text-second text-stop">
          {fault.message}
        </p>
      )}
    </Card>
  );
}
