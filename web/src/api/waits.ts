import type { OpenWait, ToldWait } from '@zebbit/contract';
import { routes } from '@zebbit/contract';
import type { OwnMinutes } from '@zebbit/core';
import type { UseMutationResult, UseQueryResult } from '@tanstack/react-query';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useBenchEvents } from './bench-events';
import { api } from './client';
import { queryKeys } from './query-keys';

/** Every wait that goes on, of all jobs. */
export function useOpenWaits(): UseQueryResult<readonly OpenWait[]> {
  const client = useQueryClient();
  useBenchEvents((heard) => {
    const counts =
      heard.kind === 'missed' ||
      heard.kind === 'job' ||
      (heard.kind === 'document' && (heard.document === 'waits' || heard.document === 'intake'));
    if (counts) void client.invalidateQueries({ queryKey: queryKeys.waits });
  });
  return useQuery({
    queryKey: queryKeys.waits,
    queryFn: () => api.get<readonly OpenWait[]>(routes.waits()),
    staleTime: 5000,
  });
}

export interface WaitEnd {
  readonly jobId: string;
  readonly waitId: string;
  readonly ended: boolean;
}

/** Says that a wait is over, from wherever it is seen; a desk that has the job open hears of it. */
export function useEndWait(): UseMutationResult<unknown, Error, WaitEnd> {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ jobId, waitId, ended }) => api.putHeard(routes.wait(jobId, waitId, 'ended'), { ended }),
    onSuccess: () =>
      Promise.all([
        client.invalidateQueries({ queryKey: queryKeys.waits }),
        client.invalidateQueries({ queryKey: queryKeys.jobs }),
      ]),
  });
}

/** Asks to be the page that tells that a wait is due. */
export const askToTell = (jobId: string, waitId: string): Promise<ToldWait> =>
  api.postHeard<ToldWait>(routes.wait(jobId, waitId, 'told'), {});

/** Minutes that acts took here, by kind; asked for once they are wanted. */
export function useDurations(wanted: boolean): UseQueryResult<OwnMinutes> {
  return useQuery({
    enabled: wanted,
    queryKey: queryKeys.durations,
    queryFn: () => api.get<OwnMinutes>(routes.durations()),
    staleTime: 60_000,
  });
}
