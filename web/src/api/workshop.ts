import type { SavedDocument, StoredCard, WorkshopAnswer } from '@zebbit/contract';
import { routes } from '@zebbit/contract';
import type { WorkshopRecord } from '@zebbit/core';
import type { UseMutationResult, UseQueryResult } from '@tanstack/react-query';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { api } from './client';
import { queryKeys } from './query-keys';

export function useWorkshop(): UseQueryResult<WorkshopAnswer> {
  return useQuery({
    queryKey: queryKeys.workshop,
    queryFn: () => api.get<WorkshopAnswer>(routes.workshop()),
    staleTime: 30_000,
  });
}

export function useSaveWorkshop(): UseMutationResult<SavedDocument, Error, WorkshopRecord> {
  const client = useQueryClient();
  const now = (): WorkshopAnswer | undefined => client.getQueryData<WorkshopAnswer>(queryKeys.workshop);
  return useMutation({
    mutationFn: (body: WorkshopRecord) =>
      api.put<SavedDocument>(routes.workshop(), { rev: now()?.rev ?? 0, body }),
    onSuccess: ({ rev }, record) =>
      client.setQueryData<WorkshopAnswer>(queryKeys.workshop, (old) =>
        old ? { rev, workshop: { ...old.workshop, record } } : old,
      ),
    onError: () => client.invalidateQueries({ queryKey: queryKeys.workshop }),
  });
}

/** The card of a model, asked for once the model has a name. */
export function useModelCard(make: string, model: string): UseQueryResult<{ found: StoredCard | null }> {
  return useQuery({
    queryKey: queryKeys.card(make, model),
    queryFn: () => api.get<{ found: StoredCard | null }>(routes.modelCard(make, model)),
    enabled: model.trim() !== '',
    staleTime: 10_000,
  });
}

export function useKeepCard(jobId: string): UseMutationResult<StoredCard, Error, string> {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (learned: string) => api.put<StoredCard>(routes.jobCard(jobId), { learned }),
    onSuccess: (stored) =>
      client.setQueryData(queryKeys.card(stored.card.make, stored.card.model), { found: stored }),
  });
}
