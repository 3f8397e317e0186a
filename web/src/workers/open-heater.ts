import * as Comlink from 'comlink';
import type { Heater, Tell } from './heater';

/** Where there are no workers the computing comes to the page, and only then. */
const here: Heater = {
  advise: async (...a) => (await import('./heater')).createHeater().advise(...a),
  sketch: async (...a) => (await import('./heater')).createHeater().sketch(...a),
  show: async (...a) => (await import('./heater')).createHeater().show(...a),
  help: async (...a) => (await import('./heater')).createHeater().help(...a),
};

export interface OpenHeater {
  readonly heater: Heater;
  /** Ends whatever is being worked out. */
  readonly close: () => void;
}

/** The working out of heat, off the page where the browser has workers. */
export function openHeater(): OpenHeater {
  if (typeof Worker === 'undefined') return { heater: here, close: () => undefined };
  const worker = new Worker(new URL('./heat.worker.ts', import.meta.url), { type: 'module' });
  const there = Comlink.wrap<Heater>(worker);
  const told = (tell: Tell): Tell => Comlink.proxy(tell);
  return {
    heater: {
      advise: (ask) => there.advise(ask),
      sketch: (...a) => there.sketch(...a),
      show: (ask, guess, use, tell) => there.show(ask, guess, use, told(tell)),
      help: (ask, advice, tell) => there.help(ask, advice, told(tell)),
    },
    close: () => worker.terminate(),
  };
}
