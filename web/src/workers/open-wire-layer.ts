import * as Comlink from 'comlink';
import type { WireLayer } from './wire-layer';

/** Where there are no workers the computing comes to the page, and only then. */
const here: WireLayer = {
  lay: async (problem) => (await import('./wire-layer')).createWireLayer().lay(problem),
};

/** The laying of wires, off the page where the browser has workers. */
export function openWireLayer(): { readonly layer: WireLayer; readonly close: () => void } {
  if (typeof Worker === 'undefined') return { layer: here, close: () => undefined };
  const worker = new Worker(new URL('./wire.worker.ts', import.meta.url), { type: 'module' });
  return { layer: Comlink.wrap<WireLayer>(worker), close: () => worker.terminate() };
}
