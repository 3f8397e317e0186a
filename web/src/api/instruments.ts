import type { AskMeterDto, ConnectMeterDto, MeterAnswer, MeterState } from '@zebbit/contract';
import { routes } from '@zebbit/contract';
import type { UseMutationResult, UseQueryResult } from '@tanstack/react-query';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { api } from './client';
import { queryKeys } from './query-keys';

/** The meter on the wire, looked at now and then: another window may have connected or lost it. */
export function useMeterState(): UseQueryResult<MeterState> {
  return useQuery({
    queryKey: queryKeys.meter,
    queryFn: () => api.get<MeterState>(routes.meter()),
    refetchInterval: 10_000,
    retry: false,
  });
}

export function useConnectMeter(): UseMutationResult<
  MeterState,
  Error,
  Pick<ConnectMeterDto, 'host' | 'port'> | null
> {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (to) =>
      to === null ? api.remove<MeterState>(routes.meter()) : api.put<MeterState>(routes.meter(), to),
    onSuccess: (state) => client.setQueryData(queryKeys.meter, state),
    onError: () => client.invalidateQueries({ queryKey: queryKeys.meter }),
  });
}

/** One reading asked of it. */
export function askMeter(body: Pick<AskMeterDto, keyof AskMeterDto>): Promise<MeterAnswer> {
  return api.post<MeterAnswer>(routes.meterRead(), body);
}
