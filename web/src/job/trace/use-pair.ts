import type { MeterMode, ProbeOrder, ProbePoint } from '@zebbit/core';
import { useJob } from '../../desk/job-context';
import { useProbe } from '../../desk/desk-context';

export interface Pair {
  readonly red: ProbePoint | undefined;
  readonly black: ProbePoint | undefined;
  readonly mode: MeterMode;
  /** The proposal this pair follows, if it does. */
  readonly order: ProbeOrder | null;
}

/** Where the tips go now: the person's own pair, or the proposed one. While the proposal is weighed there is none. */
export function usePair(): Pair {
  const { view, weighed } = useJob();
  const { answers, weighing } = weighed;
  const { red, black, mode, swapped } = useProbe();
  const order = weighing ? null : (answers?.order ?? null);
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
