import { FACES } from '../board/board';
import { faceFrame } from '../board/measure-face';
import { isSettled } from '../rebuild/rebuild-plan';
import { fastenerGaps } from '../teardown/fasteners';
import { unansweredStops } from '../triage/cautions';
import { finalChecks } from './final-checks';
import type { JobView } from './job-view';
import { isUnweighed } from './job-view';

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

const DONE: Readonly<Record<Station, (view: JobView) => boolean>> = {
  'take-in': ({ record, cautions, triage }) =>
    record.intake.parked === null &&
    (triage.verdict !== null || record.teardown.steps.length > 0 || record.teardown.opened) &&
    record.intake.name !== '' &&
    record.board.family !== null &&
    record.intake.happened !== null &&
    unansweredStops(cautions, record.intake.answeredStops).length === 0,
  'open-up': ({ record, battery }) => record.teardown.opened && (battery.open || battery.code === 'in-again'),
  'look-over': ({ record, pins }) =>
    FACES.some((face) => faceFrame(record.board, face) !== null) &&
    pins.length > 0 &&
    pins.every((p) => p.pin.pin.state !== 'unchecked'),
  trace: (view) =>
    view.pins.length > 0 &&
    !isUnweighed(view) &&
    view.pins.every((p) => p.status !== 'open' && p.contradictions.length === 0),
  match: ({ record }) => record.match.part.trim() !== '',
  rebuild: ({ plans }) => plans.length > 0 && plans.every(isSettled),
  prove: ({ prove }) => prove.verdict === 'proved',
  'close-up': (view) => view.record.closing.handedBack && closeUpLeft(view).length === 0,
};

/** What is left to do before the device can go back, in words. */
export function closeUpLeft({ record, sheet, prove }: JobView): string[] {
  const { closing, teardown } = record;
  const steps = teardown.steps.filter((s) => !closing.stepsDone.includes(s.id)).length;
  const gaps = fastenerGaps(teardown, closing.fastenersBack);
  const finals = finalChecks(sheet, teardown.battery !== 'none').filter(
    (c) => !closing.finalDone.includes(c.key),
  ).length;
  return [
    ...(prove.verdict === 'proved' ? [] : ['it is not proved yet']),
    ...(steps > 0 ? [`${steps} closing step${steps === 1 ? '' : 's'}`] : []),
    ...gaps.map((g) =>
      g.back < g.taken
        ? `${g.taken - g.back} left over of ${g.taken}, ${g.step.place || 'place not noted'}${g.step.fasteners ? `, tray ${g.step.fasteners.compartment || '?'}` : ''}`
        : `${g.back - g.taken} too many at ${g.step.place || 'a step'}`,
    ),
    ...(finals > 0 ? [`${finals} final check${finals === 1 ? '' : 's'}`] : []),
  ];
}

export type StationState = 'done' | 'present' | 'ahead';

/** Each station's state: done by what the job holds, the first not done is present. Any can be entered at any time. */
export function stationStates(view: JobView): Readonly<Record<Station, StationState>> {
  let presentSeen = false;
  const states = STATIONS.map((station) => {
    const done = DONE[station](view);
    const state: StationState = done ? 'done' : presentSeen ? 'ahead' : 'present';
    if (!done) presentSeen = true;
    return [station, state] as const;
  });
  return Object.fromEntries(states) as Record<Station, StationState>;
}

/** The first station not done; the last when all are. */
export function presentStation(view: JobView): Station {
  return STATIONS.find((s) => !DONE[s](view)) ?? 'close-up';
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
