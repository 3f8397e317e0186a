import type { MeterMode, ProbeOrder, ProbePoint } from '@zebbit/core';
import { useJob } from '../job-context';
import { useProbe } from './probe-store';
import type { AdviceState } from './use-advice';

export interface Pair {
  readonly red: ProbePoint | undefined;
  readonly black: ProbePoint | undefined;
  readonly mode: MeterMode;
  /** The proposal this pair follows, if it does. */
  readonly order: ProbeOrder | null;
}

/** Where the tips go now: the person's own pair, or the proposed one. While the proposal is weighed there is none. */
export function usePair({ advice, weighing }: AdviceState): Pair {
  const { view } = useJob();
  const { red, black, mode, swapped } = useProbe();
  const order = weighing ? null : (advice?.order ?? null);
  const own = red !== null;
  const find = (id: string | null | undefined): ProbePoint | undefined =>
    id ? view.trace.byId.get(id) : undefined;
  const a = find(own ? red : order?.red);
  const b = find(own ? black : order?.black);
  return {
    red: swapped ? b : a,
    black: swapped ? a : b,
    mode: mode ?? (own ? 'continuity' : (order?.mode ?? 'continuity')),
    order: own ? null : order,
  };
}
