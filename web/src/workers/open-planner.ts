import * as Comlink from 'comlink';
import type { Planner } from './planner';

/** Where there are no workers the computing comes to the page, and only then. */
const here: Planner = {
  plan: async (tasks, evening) => (await import('./planner')).createPlanner().plan(tasks, evening),
};

/** The planning of an evening, off the page where the browser has workers. */
export function openPlanner(): { readonly planner: Planner; readonly close: () => void } {
  if (typeof Worker === 'undefined') return { planner: here, close: () => undefined };
  const worker = new Worker(new URL('./evening.worker.ts', import.meta.url), { type: 'module' });
  return { planner: Comlink.wrap<Planner>(worker), close: () => worker.terminate() };
}
