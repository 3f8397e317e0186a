import { useEffect, useRef, useState } from 'react';
import type { FullVerdict } from '@zebbit/core';
import type { CellKnown, ChargeRead } from '../../workers/charge-reader';
import type { OpenChargeReader } from '../../workers/open-charge-reader';
import { openChargeReader } from '../../workers/open-charge-reader';
import type { PowerWatching } from './power-store';

type Read = Extract<ChargeRead, { readonly ok: true }>;
interface Live {
  readonly read: Read;
  readonly full: FullVerdict | null;
}

/** A charge wants so many samples, and is looked at again once it has grown by this share. */
const LEAST = 40;
const GROWN = 1.05;

/** The trace of what comes, worked out beside the page and anew as it grows; `null` before there is one. */
export function useLiveTrace(
  power: PowerWatching,
  count: number,
  known: (lastS: number) => CellKnown,
): Live | null {
  const [live, setLive] = useState<Live | null>(null);
  const open = useRef<Promise<OpenChargeReader> | null>(null);
  const seen = useRef({ count: 0, busy: false });
  useEffect(() => () => void open.current?.then((o) => o.close()), []);
  useEffect(() => {
    const state = seen.current;
    if (count < state.count) {
      state.count = 0;
      setLive(null);
    }
    if (count < LEAST || state.busy || count < state.count * GROWN) return;
    state.busy = true;
    state.count = count;
    open.current ??= openChargeReader();
    const log = {
      seconds: Float64Array.from(power.record.seconds),
      amps: Float64Array.from(power.record.amps),
      volts: null,
    };
    void open.current
      .then(async ({ reader }) => {
        const read = await reader.take(log);
        const full = await reader.full(known(log.seconds.at(-1) ?? 0));
        setLive(read.ok ? { read, full } : null);
      })
      .catch(() => setLive(null))
      .finally(() => void (state.busy = false));
  }, [count, power, known]);
  return live;
}
