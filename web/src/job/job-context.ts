import type { JobBundle } from '@zebbit/contract';
import type { DocumentKind, JobDocuments, JobView } from '@zebbit/core';
import type { Draft } from 'immer';
import { createContext, useContext } from 'react';
import type { Desk } from './desk';

export interface JobOnDesk {
  readonly bundle: JobBundle;
  readonly documents: JobDocuments;
  readonly view: JobView;
  readonly desk: Desk;
  readonly edit: <K extends DocumentKind>(kind: K, recipe: (draft: Draft<JobDocuments[K]>) => void) => void;
}

export const JobContext = createContext<JobOnDesk | null>(null);

/** The job that is on the desk. Throws outside a job's pages. */
export function useJob(): JobOnDesk {
  const job = useContext(JobContext);
  if (!job) throw new Error('useJob is for pages of a job');
  return job;
}
