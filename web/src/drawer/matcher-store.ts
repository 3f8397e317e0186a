import * as Comlink from 'comlink';
import { create } from 'zustand';
import type { Matcher } from '../workers/matcher';

interface MatcherState {
  readonly matcher: Matcher | null;
  /** Parts in the library; 0 while it is being fetched. */
  readonly count: number;
  readonly failure: string | null;
  /** Grows when the library has changed. */
  readonly edition: number;
  /** Opens the library once; again after parts came or went. */
  readonly load: (again?: boolean) => Promise<void>;
}

/** The computing, off the page where the browser has workers. */
async function openMatcher(): Promise<Matcher> {
  if (typeof Worker === 'undefined') return (await import('../workers/matcher')).createMatcher();
  const worker = new Worker(new URL('../workers/match.worker.ts', import.meta.url), { type: 'module' });
  return Comlink.wrap<Matcher>(worker);
}

/** The library of parts, laid out in a worker that Match and the Drawer share while the page is open. */
export const useMatcher = create<MatcherState>((set, get) => {
  let loading: Promise<void> | null = null;
  const fetchAll = async (): Promise<void> => {
    const matcher = get().matcher ?? (await openMatcher());
    set({ matcher });
    try {
      const count = await matcher.load();
      set((s) => ({ count, failure: null, edition: s.edition + 1 }));
    } catch (reason) {
      set({ failure: reason instanceof Error ? reason.message : 'The library could not be fetched' });
      loading = null;
    }
  };
  return {
    matcher: null,
    count: 0,
    failure: null,
    edition: 0,
    load: (again = false) => {
      if (loading === null || again) loading = fetchAll();
      return loading;
    },
  };
});
