import type { ConnectMeterDto, PowerLines, PowerMeterState } from '@zebbit/contract';
import { routes } from '@zebbit/contract';
import type { UseMutationResult, UseQueryResult } from '@tanstack/react-query';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { api } from './client';
import { queryKeys } from './query-keys';

/** The power meter that the server listens to. */
export function usePowerMeterState(): UseQueryResult<PowerMeterState> {
  return useQuery({
    queryKey: queryKeys.power,
    queryFn: () => api.get<PowerMeterState>(routes.powerMeter()),
    refetchInterval: 10_000,
    retry: false,
  });
}

export function useConnectPower(): UseMutationResult<
  PowerMeterState,
  Error,
  Pick<ConnectMeterDto, 'host' | 'port'> | null
> {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (to) =>
      to === null
        ? api.remove<PowerMeterState>(routes.powerMeter())
        : api.put<PowerMeterState>(routes.powerMeter(), to),
    onSuccess: (state) => client.setQueryData(queryKeys.power, state),
    onError: () => client.invalidateQueries({ queryKey: queryKeys.power }),
  });
}

export const powerLines = (from: number): Promise<PowerLines> => api.get<PowerLines>(routes.powerLines(from));

/** Has a stand-in act out a scene. */
export const playScene = (scene: string): Promise<PowerMeterState> =>
  api.post<PowerMeterState>(routes.powerScene(), { scene });
