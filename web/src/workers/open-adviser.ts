import * as Comlink from 'comlink';
import type { Adviser } from './adviser';
import { createAdviser } from './adviser';

/** The computing of beliefs, off the page where the browser has workers. */
export function openAdviser(): { readonly adviser: Adviser; readonly close: () => void } {
  if (typeof Worker === 'undefined') return { adviser: createAdviser(), close: () => undefined };
  const worker = new Worker(new URL('./trace.worker.ts', import.meta.url), { type: 'module' });
  return { adviser: Comlink.wrap<Adviser>(worker), close: () => worker.terminate() };
}
