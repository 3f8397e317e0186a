import type { Board } from '../board/board';
import { EMPTY_BOARD } from '../board/board';
import type { Reading } from '../board/reading';
import type { CheckResult } from '../prove/verdict';
import type { RebuildRecord } from '../rebuild/rebuild-plan';
import { EMPTY_REBUILD } from '../rebuild/rebuild-plan';
import type { FastenersBack } from '../teardown/closing-order';
import type { Teardown } from '../teardown/step';
import { EMPTY_TEARDOWN } from '../teardown/step';
import type { DeviceTrait, Symptom } from '../triage/cautions';

export const HAPPENINGS = [
  'yanked',
  'dropped',
  'carried-plugged',
  'pulled-by-child',
  'worn',
  'came-off',
  'tried-before',
  'unknown',
] as const;
export type Happening = (typeof HAPPENINGS)[number];

/** What was asked and answered when the device came in. */
export interface Intake {
  readonly name: string;
  readonly make: string;
  readonly model: string;
  readonly owner: string;
  readonly happened: Happening | null;
  readonly happenedNote: string;
  readonly symptoms: readonly Symptom[];
  readonly traits: readonly DeviceTrait[];
  /** Largest current the device draws through the port, A; `null` takes the family's usual figure. */
  readonly deviceCurrentA: number | null;
  /** What came along: the torn port, a bag of screws. */
  readonly cameWith: readonly string[];
  /** Codes of stop gates that were read and answered. */
  readonly answeredStops: readonly string[];
}

export interface MatchRecord {
  readonly part: string;
  readonly source: string;
  /** Keys of the points that were compared and agree. */
  readonly agreed: readonly string[];
}

export interface Closing {
  readonly stepsDone: readonly string[];
  readonly fastenersBack: readonly FastenersBack[];
  readonly finalDone: readonly string[];
  readonly wrong: string;
  readonly done: string;
  readonly parts: string;
  readonly watch: string;
  readonly minutes: number | null;
  readonly handedBack: boolean;
}

export const EMPTY_INTAKE: Intake = {
  name: '',
  make: '',
  model: '',
  owner: '',
  happened: null,
  happenedNote: '',
  symptoms: [],
  traits: [],
  deviceCurrentA: null,
  cameWith: [],
  answeredStops: [],
};
export const EMPTY_MATCH: MatchRecord = { part: '', source: '', agreed: [] };
export const EMPTY_CLOSING: Closing = {
  stepsDone: [],
  fastenersBack: [],
  finalDone: [],
  wrong: '',
  done: '',
  parts: '',
  watch: '',
  minutes: null,
  handedBack: false,
};

/** The documents of a job: what is edited, saved whole and undone. Readings and results are append-only beside them. */
export interface JobDocuments {
  readonly intake: Intake;
  readonly teardown: Teardown;
  readonly board: Board;
  readonly match: MatchRecord;
  readonly rebuild: RebuildRecord;
  readonly closing: Closing;
}
export type DocumentKind = keyof JobDocuments;
export const DOCUMENT_KINDS = [
  'intake',
  'teardown',
  'board',
  'match',
  'rebuild',
  'closing',
] as const satisfies readonly DocumentKind[];

export const EMPTY_DOCUMENTS: JobDocuments = {
  intake: EMPTY_INTAKE,
  teardown: EMPTY_TEARDOWN,
  board: EMPTY_BOARD,
  match: EMPTY_MATCH,
  rebuild: EMPTY_REBUILD,
  closing: EMPTY_CLOSING,
};

/** All that is known of a job, as the core computes with it. */
export interface JobRecord extends JobDocuments {
  readonly readings: readonly Reading[];
  readonly results: readonly CheckResult[];
}
