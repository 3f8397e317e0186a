import { FACES } from '../board/board';
import { isGone } from '../board/pad-state';
import { faceFrame } from '../board/measure-face';
import { linesDone } from '../rebuild/build-progress';
import { isSettled } from '../rebuild/rebuild-plan';
import { fastenerGaps } from '../teardown/fasteners';
import { unansweredStops } from '../triage/cautions';
import { finalChecks } from './final-checks';
import type { JobView } from './job-view';
import { isUnweighed, pinsToTrace } from './job-view';

export const STATIONS = [
  'take-in',
  'open-up',
  'look-over',
  'trace',
  'match',
  'rebuild',
  'prove',
  'close-up',
] as const;
export type Station = (typeof STATIONS)[number];

export const STATION_WORDS: Readonly<Record<Station, string>> = {
  'take-in': 'Take in',
  'open-up': 'Open up',
  'look-over': 'Look over',
  trace: 'Trace',
  match: 'Match',
  rebuild: 'Rebuild',
  prove: 'Prove',
  'close-up': 'Close up',
};

/** What had to be asked once at take-in: what it does, what it draws. */
export function isAsked({ record: { intake } }: JobView): boolean {
  const cordOnly = intake.kinds.length > 0 && intake.kinds.every((k) => k === 'cord');
  return intake.does.length > 0 && (cordOnly || intake.deviceCurrentA !== null || intake.drawNotKnown);
}

/** Whether somebody went on to the opening already, or there is nothing to open. */
export const isBegun = ({ record: { teardown } }: JobView): boolean =>
  teardown.steps.length > 0 || teardown.opened;

/** Whether the port's family is said, or no row of it is worked on. */
export const isPortSaid = ({ record: { board, intake }, needs }: JobView): boolean =>
  board.family !== null || (intake.kinds.length > 0 && needs.pads === 'none' && needs.match !== 'lands');

const DONE: Readonly<Record<Station, (view: JobView) => boolean>> = {
  'take-in': (view) => {
    const { record, cautions, triage, needs } = view;
    const { intake } = record;
    return (
      intake.parked === null &&
      intake.name !== '' &&
      isPortSaid(view) &&
      (intake.happened.length > 0 || !needs.fault) &&
      unansweredStops(cautions, intake.answeredStops).length === 0 &&
      (isBegun(view) || (isAsked(view) && (intake.kinds.length > 0 || triage.verdict?.sure === true)))
    );
  },
  'open-up': ({ record, battery }) => record.teardown.opened && (battery.open || battery.code === 'in-again'),
  'look-over': (view) => lookOverLeft(view).length === 0,
  trace: (view) =>
    view.pins.length > 0 &&
    view.trace.readings.length > 0 &&
    !isUnweighed(view) &&
    unlookedPads(view) === 0 &&
    pinsToTrace(view).length === 0 &&
    view.pins.every((p) => p.contradictions.length === 0),
  match: ({ record: { match }, needs }) =>
    needs.match === 'old-port'
      ? OLD_PORT_LOOKS.every((l) => match.agreed.includes(l.key))
      : match.part.trim() !== '',
  rebuild: ({ plans, items, order, record: { rebuild } }) =>
    plans.length + items.length > 0 &&
    plans.every(isSettled) &&
    items.every((i) => i.waitsFor === null) &&
    linesDone(order, plans, rebuild).every((done, i) => done || order[i]?.kind === 'rest'),
  // What is tried with the case shut comes once it is.
  prove: (view) => view.prove.verdict === 'proved' || (view.prove.readyToShut && !isShut(view)),
  'close-up': (view) => view.record.closing.handedBack && closeUpLeft(view).length === 0,
};

/** Pads of the job that nobody has looked at: whether they want tracing is not known. */
export const unlookedPads = ({ needs, pins }: JobView): number =>
  needs.pads === 'all' ? pins.filter((p) => p.pin.pin.state === 'unchecked').length : 0;

/** What a look at the old port has to show before it goes back (common practice). */
export const OLD_PORT_LOOKS = [
  {
    key: 'old-shell',
    title: 'Shell closed and springy',
    why: 'A stretched one never grips again: then it is a new part.',
  },
  {
    key: 'old-tongue',
    title: 'Tongue straight, all contacts in line',
    why: 'A bent tongue shorts or misses a contact.',
  },
  { key: 'old-inside', title: 'No solder inside', why: 'What ran in never comes out.' },
  { key: 'old-legs', title: 'Legs straight, none missing', why: 'They hold it; weak legs are why it broke.' },
] as const;

/** What is still to be placed or looked at on the board, by name, in the order it is done. */
export function lookOverLeft({ record, needs, pins, kindDoubt, rowDoubts }: JobView): LookLeft[] {
  const { board, intake } = record;
  const placed = needs.pads !== 'none' || needs.legs;
  const legs = board.legs.filter((l) => l.fixing !== 'peg');
  const broken = pins.some((p) => !['unchecked', 'sound'].includes(p.pin.pin.state));
  const scarred = board.lines.some((l) => l.scars.length > 0);
  return [
    ...(placed && board.faces.length === 0 ? [{ kind: 'picture' } as const] : []),
    ...(placed && board.faces.length > 0 && !FACES.some((face) => faceFrame(board, face) !== null)
      ? [{ kind: 'scale' } as const]
      : []),
    ...(needs.pads !== 'none' && pins.length === 0 ? [{ kind: 'row' } as const] : []),
    ...rowDoubts.map((d) => ({ kind: 'turned', name: d.why }) as const),
    ...(needs.pads === 'broken' && pins.length > 0 && !broken && !scarred
      ? [{ kind: 'break' } as const]
      : []),
    ...(needs.pads === 'all'
      ? pins.flatMap((p) =>
          p.pin.pin.state === 'unchecked' ? [{ kind: 'pin', name: p.pin.label } as const] : [],
        )
      : []),
    ...(needs.legs && pins.length > 0 && legs.length === 0 && !board.legsAbsent
      ? [{ kind: 'legs' } as const]
      : []),
    ...(needs.legs
      ? legs.flatMap((l) => (l.state === 'unchecked' ? [{ kind: 'leg', name: l.name } as const] : []))
      : []),
    ...(needs.cord && board.cord.length < 2 ? [{ kind: 'cord' } as const] : []),
    ...(needs.cord
      ? board.cord.flatMap((w) =>
          w.rung && w.function !== 'unknown' ? [] : [{ kind: 'wire', name: w.colour || 'wire' } as const],
        )
      : []),
    ...(kindDoubt ? [{ kind: 'doubt', name: kindDoubt.why } as const] : []),
    ...(intake.kinds.length > 0 && !intake.kindsConfirmed ? [{ kind: 'confirm' } as const] : []),
  ];
}

export type LookLeft =
  | { readonly kind: 'picture' | 'scale' | 'row' | 'break' | 'legs' | 'cord' | 'confirm' }
  | { readonly kind: 'pin' | 'leg' | 'wire' | 'doubt' | 'turned'; readonly name: string };

/** Whether a station has nothing to do for a job of these kinds: it is not shown as open, nor ticked. */
export function isSpared(view: JobView, station: Station): boolean {
  const { record, needs, battery } = view;
  const { kinds, body } = record.intake;
  switch (station) {
    case 'open-up':
      return body !== null && body !== 'case' && (battery.open || battery.code === 'in-again');
    case 'look-over':
      return needs.pads === 'none' && !needs.legs && !needs.cord;
    case 'trace': {
      if (!needs.trace) return true;
      // Nothing lost its copper, and nobody measured: there is nothing to trace.
      const looked = view.pins.length > 0 && unlookedPads(view) === 0;
      const gone = view.pins.some((p) => isGone(p.pin.pin.state));
      const torn = kinds.length === 0 || kinds.includes('torn') || kinds.includes('breakout');
      return (
        looked && !gone && (!torn || (pinsToTrace(view).length === 0 && view.trace.readings.length === 0))
      );
    }
    case 'match':
      return needs.match === 'none';
    default:
      return false;
  }
}

/** All closing steps are done. */
export const isShut = ({ record, needs }: JobView): boolean =>
  !needs.closes || record.teardown.steps.every((s) => record.closing.stepsDone.includes(s.id));

/** What is left to do before the device can go back, in words. */
export function closeUpLeft({ record, sheet, prove, needs, plans, items }: JobView): string[] {
  const { closing, teardown, intake } = record;
  const unbuilt =
    plans.filter((p) => !isSettled(p)).length +
    items.filter((i) => !record.rebuild.itemsDone.includes(i.id)).length;
  const proof = [
    ...(unbuilt > 0 ? [`${unbuilt} act${unbuilt === 1 ? '' : 's'} of Rebuild`] : []),
    ...(prove.verdict === 'proved' ? [] : ['it is not proved yet']),
  ];
  if (!needs.closes) return proof;
  const steps = teardown.steps.filter((s) => !closing.stepsDone.includes(s.id)).length;
  const gaps = fastenerGaps(teardown, closing.fastenersBack);
  const finals = finalChecks(sheet, teardown.battery !== 'none', intake.does).filter(
    (c) => !closing.finalDone.includes(c.key),
  ).length;
  return [
    ...proof,
    ...(steps > 0 ? [`${steps} closing step${steps === 1 ? '' : 's'}`] : []),
    ...gaps.map((g) =>
      g.back < g.taken
        ? `${g.taken - g.back} left over of ${g.taken}, ${g.step.place || 'place not noted'}${g.step.fasteners ? `, tray ${g.step.fasteners.compartment || '?'}` : ''}`
        : `${g.back - g.taken} too many at ${g.step.place || 'a step'}`,
    ),
    ...(finals > 0 ? [`${finals} final check${finals === 1 ? '' : 's'}`] : []),
  ];
}

export type StationState = 'done' | 'present' | 'ahead' | 'spared';

export const STATION_STATE_WORDS: Readonly<Record<StationState, string>> = {
  done: 'done',
  present: 'next',
  ahead: 'ahead',
  spared: 'not for this job',
};

/** Each station's state: not for this job, done by what the job holds, the first not done is present. Any can be entered at any time. */
export function stationStates(view: JobView): Readonly<Record<Station, StationState>> {
  let presentSeen = false;
  const states = STATIONS.map((station) => {
    if (isSpared(view, station)) return [station, 'spared'] as const;
    const done = DONE[station](view);
    const state: StationState = done ? 'done' : presentSeen ? 'ahead' : 'present';
    if (!done) presentSeen = true;
    return [station, state] as const;
  });
  return Object.fromEntries(states) as Record<Station, StationState>;
}

/** The first station that the job needs and that is not done; the last when all are. */
export function presentStation(view: JobView): Station {
  return STATIONS.find((s) => !isSpared(view, s) && !DONE[s](view)) ?? 'close-up';
}

/** What the shelf says of a job whose record cannot be read: nothing is done, nothing is proposed, the job is not lost sight of. */
export function unreadableJob(): {
  readonly states: Readonly<Record<Station, StationState>>;
  readonly next: {
    readonly station: Station;
    readonly title: string;
    readonly why: string;
    readonly tone: 'stop';
  };
} {
  return {
    states: Object.fromEntries(STATIONS.map((s) => [s, 'ahead'])) as Record<Station, StationState>,
    next: {
      station: 'take-in',
      title: 'This job cannot be read',
      why: 'Its record is damaged; the server’s log says where. The other jobs are not touched by it.',
      tone: 'stop',
    },
  };
}
