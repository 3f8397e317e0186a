import { create } from 'zustand';
import { persist } from 'zustand/middleware';

interface LastJob {
  /** The job that was opened last in this browser; `null` before any was. */
  readonly job: { readonly id: string; readonly name: string } | null;
  readonly open: (job: { readonly id: string; readonly name: string }) => void;
}

/** The job that a page outside of jobs can hand something to. */
export const useLastJob = create<LastJob>()(
  persist((set) => ({ job: null, open: (job) => set({ job }) }), {
    name: 'zebbit.last-job',
    partialize: ({ job }) => ({ job }),
  }),
);
