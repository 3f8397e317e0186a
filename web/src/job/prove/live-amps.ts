import { create } from 'zustand';

/** What the power meter shows now, A; `null` while none is watched. */
export const useLiveAmps = create<{ readonly amps: number | null }>(() => ({ amps: null }));
