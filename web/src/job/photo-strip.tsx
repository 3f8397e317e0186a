import { Trash2 } from 'lucide-react';
import { toast } from 'sonner';
import type { PhotoUse } from '@zebbit/contract';
import { routes } from '@zebbit/contract';
import { useQueryClient } from '@tanstack/react-query';
import { useDeletePhoto, useUndoDelete } from '../api/keeping';
import { queryKeys } from '../api/query-keys';
import { useJob } from '../desk/job-context';
import { deletedToast } from '../ui/deleted-toast';

/** The job's photos of one use, small; each can be deleted, and taken back for a day. */
export function PhotoStrip({ use }: { readonly use: PhotoUse }) {
  const { bundle } = useJob();
  const client = useQueryClient();
  const remove = useDeletePhoto(bundle.id);
  const undo = useUndoDelete();
  const photos = bundle.photos.filter((p) => p.use === use);
  if (photos.length === 0) return null;
  const takeBack = (id: number): void =>
    undo.mutate(id, {
      onSuccess: () => void client.invalidateQueries({ queryKey: queryKeys.job(bundle.id) }),
    });
  return (
    <ul className="flex flex-wrap gap-3">
      {photos.map((p, i) => (
        <li key={`${p.id}${i}`} className="group relative">
          <a href={routes.photo(p.id)} target="_blank" rel="noreferrer">
            <img
              src={routes.photo(p.id)}
              alt={p.caption || `photo ${i + 1}`}
              className="h-28 rounded-[10px] border border-line object-cover"
            />
          </a>
          <button
            type="button"
            aria-label={`Delete photo: ${p.caption || `photo ${i + 1}`}`}
            disabled={remove.isPending}
            className="absolute right-1.5 top-1.5 grid size-9 place-items-center rounded-[9px] border border-line bg-sheet text-ink2 opacity-0 hover:text-stop focus-visible:opacity-100 group-hover:opacity-100"
            onClick={() =>
              remove.mutate(p.id, {
                onSuccess: (entry) => deletedToast(entry, takeBack),
                onError: (error) => toast.error(error.message),
              })
            }
          >
            <Trash2 aria-hidden className="size-4" />
          </button>
        </li>
      ))}
    </ul>
  );
}
