import { create } from 'zustand';
import type { MeterMode, MeterShown } from '@zebbit/core';

/** What a meter on the wire shows now, and of which pair it was asked. */
export interface LiveReading {
  readonly red: string;
  readonly black: string;
  readonly mode: MeterMode;
  readonly shown: MeterShown;
}

interface MeterState {
  readonly live: LiveReading | null;
  /** Why nothing is shown, in words. */
  readonly trouble: string | null;
  readonly show: (live: LiveReading | null, trouble: string | null) => void;
}

export const useMeter = create<MeterState>((set) => ({
  live: null,
  trouble: null,
  show: (live, trouble) => set({ live, trouble }),
}));
