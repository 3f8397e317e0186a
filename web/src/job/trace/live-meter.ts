import { readMeterLine } from '@zebbit/core';
import { useEffect } from 'react';
import { useQueryClient } from '@tanstack/react-query';
import { askMeter, useMeterState } from '../../api/instruments';
import { queryKeys } from '../../api/query-keys';
import { useJob } from '../../desk/job-context';
import { useMeter } from './meter-store';
import { useSerialMeter } from './serial-meter';
import type { Pair } from './use-pair';

/** How often the meter is looked at, ms. */
const LOOK_MS = 700;

/** Keeps the live value of the pair in hand while the Trace page is open. What a meter says is shown, and stored only when it is taken. */
export function useLiveMeter({ red, black, mode }: Pair): void {
  const { bundle, view } = useJob();
  const client = useQueryClient();
  const state = useMeterState().data;
  const { line, trouble } = useSerialMeter();
  const show = useMeter((s) => s.show);
  const onWire = state?.connected === true;
  const [job, a, b] = [bundle.id, red?.id, black?.id];
  const open = view.battery.open;

  useEffect(() => {
    if (line === null) return;
    if (!a || !b || mode === 'seen' || line === '') {
      show(null, trouble);
      return;
    }
    const entry = readMeterLine(line, mode);
    show(entry.ok ? { red: a, black: b, mode, shown: entry.shown } : null, entry.ok ? null : entry.message);
  }, [line, trouble, a, b, mode, show]);

  useEffect(() => {
    if (!onWire || line !== null || !a || !b || mode === 'seen' || !open) {
      if (line === null) show(null, null);
      return;
    }
    let over = false;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const look = (): void => {
      askMeter({ job, red: a, black: b, mode })
        .then(
          ({ shown }) => {
            if (!over) show({ red: a, black: b, mode, shown }, null);
          },
          (reason: unknown) => {
            if (over) return;
            show(null, reason instanceof Error ? reason.message : 'The meter does not answer');
            void client.invalidateQueries({ queryKey: queryKeys.meter });
          },
        )
        .finally(() => {
          if (!over) timer = setTimeout(look, LOOK_MS);
        });
    };
    show(null, null);
    look();
    return () => {
      over = true;
      clearTimeout(timer);
    };
  }, [onWire, line, job, a, b, mode, open, show, client]);

  useEffect(() => () => show(null, null), [show]);
}
