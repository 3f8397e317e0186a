import type { BinEntry, JobBundle, RestoreReport } from '@zebbit/contract';
import { routes } from '@zebbit/contract';
import type { UseMutationResult, UseQueryResult } from '@tanstack/react-query';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { api } from './client';
import { queryKeys } from './query-keys';

/** What was deleted and can still be taken back. */
export function useBin(): UseQueryResult<BinEntry[]> {
  return useQuery({
    queryKey: queryKeys.bin,
    queryFn: () => api.get<BinEntry[]>(routes.bin()),
    staleTime: 0,
  });
}

/** A change of what is kept: the shelf and the bin are fetched anew. */
function useKeeping<V, T>(act: (what: V) => Promise<T>): UseMutationResult<T, Error, V> {
  const client = useQueryClient();
  return useMutation({
    mutationFn: act,
    onSuccess: async () => {
      await Promise.all([
        client.invalidateQueries({ queryKey: queryKeys.jobs }),
        client.invalidateQueries({ queryKey: queryKeys.bin }),
      ]);
    },
  });
}

export const useDeleteJob = () => useKeeping((id: string) => api.remove<BinEntry>(routes.job(id)));
export const useDeleteOwner = () => useKeeping((name: string) => api.remove<BinEntry>(routes.owner(name)));
export const useUndoDelete = () => useKeeping((id: number) => api.post<BinEntry>(routes.binUndo(id), {}));
export const usePurge = () => useKeeping((id: number) => api.remove<null>(routes.binned(id)));

const form = (field: string, file: Blob, name: string): FormData => {
  const body = new FormData();
  body.append(field, file, name);
  return body;
};

/** A job that was carried here as a file. */
export const useImportJob = () =>
  useKeeping((file: File) => api.upload<JobBundle>(routes.jobsImport(), form('bundle', file, file.name)));

/** Puts a backup in the place of everything. */
export const useRestore = () =>
  useKeeping((file: File) => api.upload<RestoreReport>(routes.restore(), form('backup', file, file.name)));

/** Deletes a photo of a job, and takes that back. */
export function useDeletePhoto(jobId: string): UseMutationResult<BinEntry, Error, string> {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (hash: string) => api.remove<BinEntry>(routes.jobPhoto(jobId, hash)),
    onSuccess: (_, hash) => {
      client.setQueryData<JobBundle>(
        queryKeys.job(jobId),
        (bundle) => bundle && { ...bundle, photos: bundle.photos.filter((p) => p.id !== hash) },
      );
    },
  });
}

export const keepCharge = (jobId: string, csv: string): Promise<{ readonly bytes: number }> =>
  api.putForm(routes.charge(jobId), form('charge', new Blob([csv], { type: 'text/csv' }), 'charge.csv'));

/** The kept log of a job; `null` where none was kept. */
export async function keptCharge(jobId: string): Promise<File | null> {
  const response = await fetch(routes.charge(jobId));
  return response.ok ? new File([await response.blob()], 'kept log') : null;
}
