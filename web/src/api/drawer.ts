import type { DrawerAnswer, StoredStock } from '@zebbit/contract';
import { routes } from '@zebbit/contract';
import type { StockCard } from '@zebbit/core';
import type { UseMutationResult, UseQueryResult } from '@tanstack/react-query';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useBenchEvents } from './bench-events';
import { api } from './client';
import { queryKeys } from './query-keys';

export function useDrawer(): UseQueryResult<DrawerAnswer> {
  const client = useQueryClient();
  useBenchEvents((heard) => {
    if (heard.kind === 'drawer' || heard.kind === 'missed')
      void client.invalidateQueries({ queryKey: queryKeys.drawer });
  });
  return useQuery({
    queryKey: queryKeys.drawer,
    queryFn: () => api.get<DrawerAnswer>(routes.drawer()),
    staleTime: 5000,
  });
}

/** Puts a stored compartment in the place of the older one. */
function usePatchDrawer(): (entry: StoredStock) => void {
  const client = useQueryClient();
  return (entry) =>
    client.setQueryData<DrawerAnswer>(queryKeys.drawer, (old) =>
      old
        ? {
            ...old,
            entries: old.entries.some((e) => e.id === entry.id)
              ? old.entries.map((e) => (e.id === entry.id ? entry : e))
              : [...old.entries, entry],
          }
        : old,
    );
}

export function useAddStock(): UseMutationResult<
  StoredStock,
  Error,
  { readonly card: StockCard; readonly count: number }
> {
  const patch = usePatchDrawer();
  return useMutation({
    mutationFn: (body) => api.post<StoredStock>(routes.drawer(), body),
    onSuccess: patch,
  });
}

export function useSaveStock(): UseMutationResult<
  StoredStock,
  Error,
  { readonly id: string; readonly card: StockCard; readonly removed: boolean }
> {
  const client = useQueryClient();
  const patch = usePatchDrawer();
  return useMutation({
    // One after the other: each is made from what the one before gave.
    scope: { id: 'drawer' },
    mutationFn: ({ id, card, removed }) => {
      const known = client.getQueryData<DrawerAnswer>(queryKeys.drawer);
      const rev = known?.entries.find((e) => e.id === id)?.rev ?? 0;
      return api.patch<StoredStock>(routes.stock(id), { rev, card, removed });
    },
    onSuccess: patch,
    onError: () => client.invalidateQueries({ queryKey: queryKeys.drawer }),
  });
}

export function useMoveStock(): UseMutationResult<
  StoredStock,
  Error,
  { readonly id: string; readonly by: number; readonly jobId: string | null; readonly note: string }
> {
  const client = useQueryClient();
  const patch = usePatchDrawer();
  return useMutation({
    mutationFn: ({ id, ...body }) => api.post<StoredStock>(routes.stockMoves(id), body),
    onSuccess: (entry, { jobId }) => {
      patch(entry);
      // The name of a job that was not there before comes with the whole list.
      if (jobId !== null) void client.invalidateQueries({ queryKey: queryKeys.drawer });
    },
  });
}

export function useImportDrawer(): UseMutationResult<{ readonly added: number }, Error, string> {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (text: string) => api.post<{ added: number }>(routes.drawerImport(), { text }),
    onSuccess: () => client.invalidateQueries({ queryKey: queryKeys.drawer }),
  });
}

/** The card of a stored compartment, without what came and went. */
export function cardOf(e: StoredStock): StockCard {
  const { name, partId, family, place, source, from, price, marking, minimum, note } = e;
  return { name, partId, family, place, source, from, price, marking, minimum, note };
}
