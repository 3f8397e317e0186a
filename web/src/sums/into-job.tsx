import { NotebookPen } from 'lucide-react';
import { toast } from 'sonner';
import type { JobBundle, SavedDocument } from '@zebbit/contract';
import { routes } from '@zebbit/contract';
import type { UsualWait } from '@zebbit/core';
import { beginWait } from '@zebbit/core';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import { api } from '../api/client';
import { queryKeys } from '../api/query-keys';
import { useKeys } from '../app/use-keys';
import { useLastJob } from '../desk/last-job';
import { Button } from '../ui/button';

/** As many figures a job keeps, of so many characters. */
const MOST = 60;
const LONGEST = 240;

interface IntoJobProps {
  /** The figure in words, with what it is of. */
  readonly words: string;
  /** Where it is a time that something runs: in the job it begins to run. */
  readonly wait?: UsualWait | undefined;
}

/** Hands a figure to the job that was open last; a length of time begins to run there. */
export function IntoJob({ words, wait }: IntoJobProps) {
  const job = useLastJob((s) => s.job);
  const client = useQueryClient();
  const navigate = useNavigate();
  const give = useMutation({
    mutationFn: async (id: string) => {
      const { documents, revs } = await api.get<JobBundle>(routes.job(id));
      const { intake, waits } = documents;
      const figures = [...intake.figures, words.slice(0, LONGEST)].slice(-MOST);
      await api.put<SavedDocument>(routes.document(id, 'intake'), {
        rev: revs.intake,
        body: { ...intake, figures },
      });
      if (!wait) return;
      const begun = beginWait(wait, {
        id: `w${Date.now().toString(36)}`,
        startedAt: new Date().toISOString(),
      });
      await api.put<SavedDocument>(routes.document(id, 'waits'), {
        rev: revs.waits,
        body: { ...waits, waits: [...waits.waits, begun] },
      });
      await client.invalidateQueries({ queryKey: queryKeys.waits });
    },
    onSuccess: (_, id) =>
      toast.success(wait ? 'Kept with the job; it runs from now on' : 'Kept with the job', {
        action: { label: 'To the job', onClick: () => void navigate(`/jobs/${id}`) },
      }),
    onError: (error) => toast.error(error.message),
  });
  const act = (): void => {
    if (job && !give.isPending) give.mutate(job.id);
  };
  useKeys({ j: act, J: act });
  if (!job) return null;
  return (
    <Button
      hotkey="J"
      className="max-w-full"
      icon={<NotebookPen aria-hidden className="size-4 shrink-0" />}
      disabled={give.isPending}
      onClick={act}
    >
      <span className="truncate">
        {wait ? 'Begin it in' : 'Into'} {job.name}
      </span>
    </Button>
  );
}
