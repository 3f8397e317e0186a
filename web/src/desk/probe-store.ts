import { createStore } from 'zustand';
import type { StoreApi } from 'zustand';
import type { MeterMode } from '@zebbit/core';

export interface ProbeState {
  /** The pair the person chose instead of the proposed one. */
  readonly red: string | null;
  readonly black: string | null;
  readonly mode: MeterMode | null;
  /** The meter of the last own pair: the next one starts with it. */
  readonly ownMode: MeterMode | null;
  readonly skipped: ReadonlySet<string>;
  readonly swapped: boolean;
  /** Whether lines that the device can do without are traced too. */
  readonly optional: boolean;
  readonly setOptional: (optional: boolean) => void;
  /** Picks a point: red first, then black; a third starts anew, with the meter as it was. */
  readonly pick: (id: string) => void;
  readonly setMode: (mode: MeterMode | null) => void;
  readonly swap: () => void;
  readonly skip: (key: string) => void;
  readonly unskip: () => void;
  /** Back to the proposed pair. */
  readonly follow: () => void;
}

const FOLLOW = { red: null, black: null, mode: null, swapped: false } as const;

/** Where the tips go in one job. */
export const createProbeStore = (): StoreApi<ProbeState> =>
  createStore<ProbeState>((set) => ({
    ...FOLLOW,
    ownMode: null,
    skipped: new Set(),
    optional: false,
    setOptional: (optional) => set({ optional }),
    pick: (id) =>
      set((s) => {
        if (s.red !== null && s.black === null && s.red !== id) return { black: id };
        return { ...FOLLOW, red: id, mode: s.ownMode };
      }),
    setMode: (mode) => set((s) => ({ mode, ownMode: s.red === null ? s.ownMode : mode })),
    swap: () => set((s) => ({ swapped: !s.swapped })),
    skip: (key) => set((s) => ({ ...FOLLOW, skipped: new Set([...s.skipped, key]) })),
    unskip: () => set({ skipped: new Set() }),
    follow: () => set(FOLLOW),
  }));
