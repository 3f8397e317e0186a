import type { Board } from '../board/board';
import { EMPTY_BOARD } from '../board/board';
import type { Reading } from '../board/reading';
import type { DimensionAnswer } from '../match/observed';
import type { Stance } from '../connector/part';
import type { CheckResult } from '../prove/verdict';
import type { RebuildRecord } from '../rebuild/rebuild-plan';
import { EMPTY_REBUILD } from '../rebuild/rebuild-plan';
import type { FastenersBack } from '../teardown/fasteners';
import type { Teardown } from '../teardown/step';
import { EMPTY_TEARDOWN } from '../teardown/step';
import type { FaultSite } from '../triage/fault-site';
import type { WaitsRecord } from '../waits/wait';
import { EMPTY_WAITS } from '../waits/wait';
import type { DeviceTrait, Symptom } from '../triage/cautions';
import type { WorthInputs } from '../worth/repair-or-replace';
import { EMPTY_WORTH } from '../worth/repair-or-replace';
import type { DeviceAbility, DeviceBody } from './device';
import type { Happening } from './happening';
import type { JobKind } from './job-kind';

/** What was asked and answered when the device came in. */
export interface Intake {
  readonly name: string;
  readonly make: string;
  readonly model: string;
  readonly owner: string;
  readonly happened: readonly Happening[];
  readonly happenedNote: string;
  readonly symptoms: readonly Symptom[];
  readonly traits: readonly DeviceTrait[];
  /** What becomes of the port; empty while it was not said. */
  readonly kinds: readonly JobKind[];
  /** The board was looked over and the kind still holds. */
  readonly kindsConfirmed: boolean;
  /** What it is: in a case, a bare board or module, a cord; `null` while it was not said. */
  readonly body: DeviceBody | null;
  /** What it does when it is well; empty while it was not asked. `not-known` stands alone. */
  readonly does: readonly DeviceAbility[];
  /** Largest current the device draws through the port, A; `null` while it was not said. */
  readonly deviceCurrentA: number | null;
  /** It was asked, and nobody knows. */
  readonly drawNotKnown: boolean;
  /** What came along: the torn port, a bag of screws. */
  readonly cameWith: readonly string[];
  /** What is missing already: one screw, a foot. */
  readonly missing: readonly string[];
  /** First checks that were answered, newest last. */
  readonly triage: readonly TriageAnswer[];
  /** First checks that the owner cannot do. */
  readonly cannot: readonly string[];
  readonly worth: WorthInputs;
  /** Why the job is parked; `null` while it goes on. */
  readonly parked: string | null;
  /** Figures that were worked out elsewhere and kept with the job, in words. */
  readonly figures: readonly string[];
  /** Codes of stop gates that were read and answered. */
  readonly answeredStops: readonly string[];
}

export interface TriageAnswer {
  readonly checkId: string;
  readonly outcome: string;
  /** The figure it was read from, base unit; `null` where none was taken. OL is kept as `null` with its outcome. */
  readonly value: number | null;
}

/** What stands around the port, as far as it was looked at; `null` where it was not. */
export interface AroundPort {
  /** How far the outside of the case stands in front of the board's edge, mm; below 0 behind it. */
  readonly caseMm: number | null;
  readonly narrowSide: 'up' | 'down' | null;
  readonly stance: Stance | null;
  /** Middle of the case's opening over the board, mm. */
  readonly openingHeightMm: number | null;
}

export interface MatchRecord {
  /** Name of the part that goes in. */
  readonly part: string;
  readonly source: string;
  /** Keys of the points that were compared and agree. */
  readonly agreed: readonly string[];
  /** Id of the part in the library, and of the drawer's entry it was booked from; `null` where there is none. */
  readonly partId: string | null;
  readonly stockId: string | null;
  /** Dimensions taken by hand to tell candidates apart. */
  readonly answers: readonly DimensionAnswer[];
  /** Keys of dimensions that cannot be taken. */
  readonly skipped: readonly string[];
  readonly around: AroundPort;
  /** Parts that were tried by hand and did not go. */
  readonly notGone: readonly string[];
}

export interface Closing {
  readonly stepsDone: readonly string[];
  /** Ids of steps at which something new went in, in the place of what came off. */
  readonly replaced: readonly string[];
  readonly fastenersBack: readonly FastenersBack[];
  readonly finalDone: readonly string[];
  readonly wrong: string;
  readonly done: string;
  readonly parts: string;
  readonly watch: string;
  readonly minutes: number | null;
  /** Where the fault turned out to be; closed jobs move the priors of the next triage. */
  readonly faultSite: FaultSite | null;
  readonly handedBack: boolean;
  /** ISO 8601, UTC; `null` while it was not, and for jobs of before it was kept. */
  readonly handedBackAt: string | null;
}

export const EMPTY_INTAKE: Intake = {
  name: '',
  make: '',
  model: '',
  owner: '',
  happened: [],
  happenedNote: '',
  symptoms: [],
  traits: [],
  kinds: [],
  kindsConfirmed: false,
  body: null,
  does: [],
  deviceCurrentA: null,
  drawNotKnown: false,
  cameWith: [],
  missing: [],
  triage: [],
  cannot: [],
  worth: EMPTY_WORTH,
  parked: null,
  figures: [],
  answeredStops: [],
};
export const EMPTY_AROUND: AroundPort = {
  caseMm: null,
  narrowSide: null,
  stance: null,
  openingHeightMm: null,
};
export const EMPTY_MATCH: MatchRecord = {
  part: '',
  source: '',
  agreed: [],
  partId: null,
  stockId: null,
  answers: [],
  skipped: [],
  around: EMPTY_AROUND,
  notGone: [],
};
export const EMPTY_CLOSING: Closing = {
  stepsDone: [],
  replaced: [],
  fastenersBack: [],
  finalDone: [],
  wrong: '',
  done: '',
  parts: '',
  watch: '',
  minutes: null,
  faultSite: null,
  handedBack: false,
  handedBackAt: null,
};

/** The documents of a job: what is edited, saved whole and undone. Readings and results are append-only beside them. */
export interface JobDocuments {
  readonly intake: Intake;
  readonly teardown: Teardown;
  readonly board: Board;
  readonly match: MatchRecord;
  readonly rebuild: RebuildRecord;
  readonly closing: Closing;
  readonly waits: WaitsRecord;
}
export type DocumentKind = keyof JobDocuments;
export const DOCUMENT_KINDS = [
  'intake',
  'teardown',
  'board',
  'match',
  'rebuild',
  'closing',
  'waits',
] as const satisfies readonly DocumentKind[];

export const EMPTY_DOCUMENTS: JobDocuments = {
  intake: EMPTY_INTAKE,
  teardown: EMPTY_TEARDOWN,
  board: EMPTY_BOARD,
  match: EMPTY_MATCH,
  rebuild: EMPTY_REBUILD,
  closing: EMPTY_CLOSING,
  waits: EMPTY_WAITS,
};

/** All that is known of a job, as the core computes with it. */
export interface JobRecord extends JobDocuments {
  readonly readings: readonly Reading[];
  readonly results: readonly CheckResult[];
}
