import * as Comlink from 'comlink';
import type { ChargeReader } from './charge-reader';

export interface OpenChargeReader {
  readonly reader: ChargeReader;
  readonly close: () => void;
}

/** The reading of a power meter's log, off the page where the browser has workers. */
export async function openChargeReader(): Promise<OpenChargeReader> {
  if (typeof Worker === 'undefined')
    return { reader: (await import('./charge-reader')).createChargeReader(), close: () => undefined };
  const worker = new Worker(new URL('./charge.worker.ts', import.meta.url), { type: 'module' });
  const there = Comlink.wrap<ChargeReader>(worker);
  return {
    reader: {
      read: (file, columns) => there.read(file, columns),
      take: (log) => there.take(log),
      full: (known) => there.full(known),
      csv: () => there.csv(),
      window: (a, b) => there.window(a, b),
    },
    close: () => worker.terminate(),
  };
}
