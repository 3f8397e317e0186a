import type {
  CheckResult,
  JobDocuments,
  JobTask,
  MatchFound,
  NextMove,
  Reading,
  Station,
  StationState,
  TraceAnswers,
  Wait,
  WaitsRecord,
  Workshop,
} from '@zebbit/core';
import type { PhotoUse } from './evidence.dto';

/** Every failure across the wire has this shape. */
export interface ApiFailure {
  readonly code: string;
  readonly message: string;
  /** The field at fault, as in `body.rows.0.pitchMm`. */
  readonly path?: string;
  readonly hint?: string;
}

export interface PhotoEntry {
  /** Content hash; also the file's name and the last part of its address. */
  readonly id: string;
  readonly use: PhotoUse;
  readonly caption: string;
  readonly widthPx: number;
  readonly heightPx: number;
  readonly at: string;
}

/** One job on the shelf. */
export interface JobSummary {
  readonly id: string;
  readonly name: string;
  readonly make: string;
  readonly model: string;
  readonly family: string | null;
  readonly updatedAt: string;
  readonly states: Readonly<Record<Station, StationState>>;
  readonly next: NextMove;
  /** Readings stand that nothing was inferred from yet: the next page that is open weighs them. */
  readonly unweighed: boolean;
  /** What is still to be done, in sittings; none of a job that is parked or handed back. */
  readonly tasks: readonly JobTask[];
  readonly waits: WaitsRecord;
  readonly owner: string;
  /** Name of the part that goes in; empty while none was chosen. */
  readonly part: string;
}

/** A wait that goes on, with the job it belongs to. */
export interface OpenWait {
  readonly jobId: string;
  readonly jobName: string;
  readonly wait: Wait;
}

/** Whether this page is the one to tell that a wait is due: one of all pages is. */
export interface ToldWait {
  readonly first: boolean;
}

/** What a page weighed of a job, with the stamp of what it was weighed from. */
export interface StoredAnswers {
  readonly stamp: string;
  readonly answers: TraceAnswers;
}

/** What a page found at Match, with the stamp of what it was found from. */
export interface StoredFound {
  readonly stamp: string;
  readonly found: MatchFound;
}

/** Whether the answers were kept: not when they speak of an earlier state of the job. */
export interface KeptAnswers {
  readonly kept: boolean;
}

/** A job whole. */
export interface JobBundle {
  readonly id: string;
  readonly createdAt: string;
  readonly updatedAt: string;
  readonly documents: JobDocuments;
  readonly revs: Readonly<Record<keyof JobDocuments, number>>;
  readonly readings: readonly Reading[];
  readonly results: readonly CheckResult[];
  readonly photos: readonly PhotoEntry[];
  /** `null` when nothing was weighed of the board and readings as they are now. */
  readonly answers: StoredAnswers | null;
  /** `null` when nothing was matched of the job as it is now. */
  readonly found: StoredFound | null;
}

export interface SavedDocument {
  readonly rev: number;
}

/** The workshop's record with its revision and what follows from its jobs. */
export interface WorkshopAnswer {
  readonly rev: number;
  readonly workshop: Workshop;
}
