import * as Comlink from 'comlink';
import type { PhotoReader } from './photo.worker';

/** One piece of work for a worker of its own: it can be given up at any moment, and is given up after a minute. */
export interface PhotoTask<T> {
  readonly answer: Promise<T>;
  readonly cancel: () => void;
}

const MOST_MS = 60_000;

export function photoTask<T>(work: (reader: Comlink.Remote<PhotoReader>) => Promise<T>): PhotoTask<T> {
  const worker = new Worker(new URL('./photo.worker.ts', import.meta.url), { type: 'module' });
  let timer: ReturnType<typeof setTimeout> | null = null;
  const stop = (): void => {
    if (timer) clearTimeout(timer);
    worker.terminate();
  };
  const answer = new Promise<T>((resolve, reject) => {
    worker.onerror = (e) => reject(new Error(e.message || 'The reading of the picture failed'));
    timer = setTimeout(
      () => reject(new Error('The reading took more than a minute and was given up')),
      MOST_MS,
    );
    work(Comlink.wrap<PhotoReader>(worker)).then(resolve, reject);
  }).finally(stop);
  return { answer, cancel: stop };
}
