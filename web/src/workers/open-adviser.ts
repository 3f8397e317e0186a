import * as Comlink from 'comlink';
import type { Adviser } from './adviser';

/** Where there are no workers the computing comes to the page, and only then. */
const here: Adviser = {
  weigh: async (...given) => (await onPage()).weigh(...given),
  history: async (...given) => (await onPage()).history(...given),
};
let made: Promise<Adviser> | null = null;
const onPage = (): Promise<Adviser> => (made ??= import('./adviser').then((m) => m.createAdviser()));

/** The computing of beliefs, off the page where the browser has workers. */
export function openAdviser(): { readonly adviser: Adviser; readonly close: () => void } {
  if (typeof Worker === 'undefined') return { adviser: here, close: () => undefined };
  const worker = new Worker(new URL('./trace.worker.ts', import.meta.url), { type: 'module' });
  return { adviser: Comlink.wrap<Adviser>(worker), close: () => worker.terminate() };
}
