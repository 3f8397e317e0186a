import type { Board, FaceSheet } from '../board/board';
import type { KnownLength } from '../geometry/length-frame';
import { completeStep } from '../teardown/complete-step';
import { EMPTY_HEAT } from '../heat/heat-note';
import type { Stance } from '../connector/part';
import type { Happening } from './happening';
import { EARLIER_LINES } from '../rebuild/build-progress';
import { FRESH_CHOICE } from '../rebuild/rebuild-plan';
import type { AroundPort, DocumentKind, Intake, JobDocuments } from './job-record';
import { DOCUMENT_KINDS, EMPTY_AROUND, EMPTY_DOCUMENTS, EMPTY_INTAKE } from './job-record';

type StoredSheet = Partial<FaceSheet> & { readonly scale?: KnownLength | null };

/** A picture of before several lengths and known points: its two clicks become the one known length. */
function completeSheet({ scale, ...sheet }: StoredSheet): FaceSheet {
  return {
    face: 'top',
    photoId: '',
    widthPx: 1,
    heightPx: 1,
    name: 'overview',
    shown: true,
    opacity: 1,
    measure: scale ? { kind: 'lengths', lengths: [scale] } : null,
    ...sheet,
  };
}

/** A board of an earlier version: what was not there yet is empty, and was not measured. */
function completeBoard(board: Board): Board {
  return {
    ...board,
    faces: board.faces.map(completeSheet),
    rows: board.rows.map((r) => ({ ...{ measuredPitch: null, padMm: null }, ...r })),
    legs: board.legs.map((l) => ({ ...{ slot: null }, ...l })),
    components: board.components.map((c) => ({ ...{ package: null, heatShy: false }, ...c })),
  };
}

/** What stances were called before. */
const EARLIER_STANCES: Readonly<Record<string, Stance>> = {
  lying: 'right-angle',
  upright: 'vertical',
  sunk: 'mid-mount',
};

function completeAround(around: Partial<AroundPort> | undefined): AroundPort {
  const whole = { ...EMPTY_AROUND, ...around };
  return { ...whole, stance: whole.stance && (EARLIER_STANCES[whole.stance] ?? whole.stance) };
}

type StoredIntake = Omit<Partial<Intake>, 'happened'> & {
  readonly happened?: Happening | null | readonly Happening[];
};

/** An intake of before several stories: its one story, if it had one. */
function completeIntake(stored: StoredIntake): Intake {
  const { happened, ...rest } = { ...EMPTY_INTAKE, ...stored };
  const stories = typeof happened === 'string' ? [happened] : (happened ?? []);
  return {
    ...rest,
    happened: stories,
    worth: { ...EMPTY_INTAKE.worth, ...rest.worth },
    triage: rest.triage.map((a) => ({ ...{ value: null }, ...a })),
  };
}

type Stored = { readonly [K in DocumentKind]?: Partial<JobDocuments[K]> | undefined };

/**
 * Documents as they were stored, by this version or an earlier one, made whole: a field that was not there yet gets its empty value,
 * a step of before the graph its usual one. What is there is never changed.
 */
export function completeDocuments(stored: Stored): JobDocuments {
  const whole = Object.fromEntries(
    DOCUMENT_KINDS.map((kind) => [kind, { ...EMPTY_DOCUMENTS[kind], ...stored[kind] }]),
  ) as unknown as JobDocuments;
  return {
    ...whole,
    intake: completeIntake(whole.intake),
    board: completeBoard(whole.board),
    match: { ...whole.match, around: completeAround(whole.match.around) },
    teardown: { ...whole.teardown, steps: whole.teardown.steps.map(completeStep) },
    rebuild: {
      ...whole.rebuild,
      heat: { ...EMPTY_HEAT, ...whole.rebuild.heat },
      choices: whole.rebuild.choices.map((c) => ({ ...FRESH_CHOICE, ...c })),
      // What an earlier version did not ask for is not asked for afterwards.
      stepsDone: stored.rebuild && !stored.rebuild.stepsDone ? EARLIER_LINES : whole.rebuild.stepsDone,
    },
  };
}
