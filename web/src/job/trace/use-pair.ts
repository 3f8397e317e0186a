import { useMemo } from 'react';
import type { MeterMode, ProbeOrder, ProbePoint } from '@zebbit/core';
import { nextProbe } from '@zebbit/core';
import { useJob } from '../job-context';
import { useProbe } from './probe-store';

export interface Pair {
  readonly red: ProbePoint | undefined;
  readonly black: ProbePoint | undefined;
  readonly mode: MeterMode;
  /** The proposal this pair follows, if it does. */
  readonly order: ProbeOrder | null;
}

/** Where the tips go now: the person's own pair, or the proposed one. */
export function usePair(): Pair {
  const { view } = useJob();
  const { red, black, mode, skipped, swapped } = useProbe();
  const order = useMemo(() => nextProbe(view.trace, skipped), [view.trace, skipped]);
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
