import * as Comlink from 'comlink';
import type { Hasher } from './hasher';

export interface OpenHasher {
  readonly hash: Hasher['hash'];
  /** Ends whatever is being read. */
  readonly close: () => void;
}

/** The reading and summing of files, off the page where the browser has workers. */
export function openHasher(): OpenHasher {
  if (typeof Worker === 'undefined')
    return {
      hash: async (files, tell) => (await import('./hasher')).createHasher().hash(files, tell),
      close: () => undefined,
    };
  const worker = new Worker(new URL('./hash.worker.ts', import.meta.url), { type: 'module' });
  const there = Comlink.wrap<Hasher>(worker);
  return {
    hash: (files, tell) => there.hash(files, Comlink.proxy(tell)),
    close: () => worker.terminate(),
  };
}
