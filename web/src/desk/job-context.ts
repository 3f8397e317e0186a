import type { JobBundle } from '@zebbit/contract';
import type { JobDocuments, JobView } from '@zebbit/core';
import { createContext, useContext } from 'react';
import type { Desk, Edit } from './desk';
import type { AnswersState } from './use-answers';
import type { WaysState } from './use-ways';

export interface JobOnDesk {
  readonly bundle: JobBundle;
  readonly documents: JobDocuments;
  readonly view: JobView;
  readonly desk: Desk;
  /** What was inferred, weighed once a change. */
  readonly weighed: AnswersState;
  /** How the wires of the plan lie. */
  readonly laid: WaysState;
  readonly edit: Edit;
  /** Asks what runs by itself now. */
  readonly beginWait: () => void;
}

export const JobContext = createContext<JobOnDesk | null>(null);

/** The job that is on the desk. Throws outside a job's pages. */
export function useJob(): JobOnDesk {
  const job = useContext(JobContext);
  if (!job) throw new Error('useJob is for pages of a job');
  return job;
}
