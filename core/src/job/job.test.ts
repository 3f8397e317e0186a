import { describe, expect, it } from '@jest/globals';
import { microRow } from '../testing/test-port';
import { EMPTY_BOARD } from '../board/board';
import { testComponent, testPoint, testReading } from '../testing/test-board';
import { twoClicks } from '../geometry/photo-measure';
import { batteryGate } from '../teardown/battery-gate';
import { closingOrder } from '../teardown/closing-order';
import { fastenerGaps } from '../teardown/fasteners';
import type { OpeningStep, Teardown } from '../teardown/step';
import { EMPTY_TEARDOWN, usualStep } from '../teardown/step';
import { cautionsFor, DEVICE_TRAITS, unansweredStops } from '../triage/cautions';
import { completeDocuments } from './complete-documents';
import type { JobRecord } from './job-record';
import { FRESH_CHOICE } from '../rebuild/rebuild-plan';
import { EMPTY_DOCUMENTS } from './job-record';
import { isUnweighed, jobView } from './job-view';
import { jobGates } from './job-gates';
import { answersStamp, weighTrace } from '../trace/trace-answers';
import { matchList } from './match-list';
import { matchFace, observePattern } from './observe-pattern';
import { nextMove, stationMove } from './next-move';
import { NEW_WORKSHOP } from './workshop';
import { TRIAGE_CHECKS } from '../triage/triage-checks';
import { closeUpLeft, presentStation, stationStates, STATIONS } from './station';

const empty: JobRecord = { ...EMPTY_DOCUMENTS, readings: [], results: [] };
const step = (id: string, count: number | null, after: readonly string[] = []): OpeningStep => {
  const kind = count === null ? 'clips' : 'screws';
  const fasteners =
    count === null
      ? null
      : ({
          count,
          missing: 0,
          drive: 'cross',
          lengthMm: 4,
          thread: 'fine',
          colour: '',
          compartment: 'A1',
        } as const);
  return {
    id,
    kind,
    place: `place ${id}`,
    note: '',
    photoId: null,
    frees: '',
    after,
    ...usualStep(kind),
    fasteners,
  };
};
const opened: Teardown = {
  ...EMPTY_TEARDOWN,
  battery: 'out',
  opened: true,
  steps: [step('a', 2), step('b', null, ['a'])],
};
const takenIn: JobRecord = {
  ...empty,
  intake: {
    ...empty.intake,
    name: 'Handset',
    happened: ['yanked'],
    symptoms: ['dead', 'port-missing'],
    does: ['charge', 'data'],
    deviceCurrentA: 0.5,
    kinds: ['torn'],
    kindsConfirmed: true,
  },
  board: { ...EMPTY_BOARD, family: 'micro-b' },
};
const scaled = {
  face: 'top',
  photoId: 'x',
  widthPx: 100,
  heightPx: 100,
  name: 'overview',
  shown: true,
  opacity: 1,
  measure: twoClicks({ x: 0, y: 0 }, { x: 90, y: 0 }, 9),
} as const;
const row = microRow();
const looked: JobRecord = {
  ...takenIn,
  teardown: opened,
  board: {
    ...EMPTY_BOARD,
    family: 'micro-b',
    faces: [scaled],
    rows: [{ ...row, pins: row.pins.map((p, i) => ({ ...p, state: i === 0 ? 'torn' : 'sound' })) }],
    legs: [
      {
        id: 'leg1',
        name: 'left',
        face: 'top',
        at: { x: -2, y: 0 },
        fixing: 'through-hole',
        slot: null,
        state: 'sound',
      },
      {
        id: 'leg2',
        name: 'right',
        face: 'top',
        at: { x: 5, y: 0 },
        fixing: 'through-hole',
        slot: null,
        state: 'sound',
      },
    ],
    components: [testComponent('F1', 'fuse', null, 6, 8)],
    points: [testPoint('pour', 'pour', 9, 9)],
  },
};

describe('the next move follows the job', () => {
  it.each([
    [empty, 'take-in', /Name/],
    [takenIn, 'open-up', /Battery/],
    [{ ...takenIn, teardown: opened }, 'look-over', /Photograph/],
    [looked, 'trace', /Probe for/],
  ] as const)('%#', (record, station, title) => {
    const move = nextMove(jobView(record));
    expect(move.station).toBe(station);
    expect(move.title).toMatch(title);
    expect(move.why).not.toBe('');
  });
  it('waits for the part that was found short, by its marking', () => {
    const hunt = { entries: [], marking: '107 6K', waiting: true };
    const record: JobRecord = { ...looked, rebuild: { ...looked.rebuild, hunt } };
    expect(nextMove(jobView(record))).toMatchObject({ tone: 'wait', why: '107 6K' });
  });
  it('a stop gate comes before everything else of its station', () => {
    const move = nextMove(jobView({ ...takenIn, intake: { ...takenIn.intake, traits: ['mains'] } }));
    expect(move).toMatchObject({ station: 'take-in', tone: 'stop' });
  });
  it('every station says something on every job', () => {
    for (const record of [empty, takenIn, looked])
      for (const s of STATIONS) expect(stationMove(jobView(record), s).title).not.toBe('');
  });
  it('one station is present, those after it are ahead unless done', () => {
    const states = stationStates(jobView(looked));
    expect(Object.values(states).filter((s) => s === 'present')).toHaveLength(1);
    expect(presentStation(jobView(looked))).toBe('trace');
  });
  it('a refused wire holds the rebuilding', () => {
    const record: JobRecord = {
      ...looked,
      readings: [testReading('row1.1', 'F1.1', 'seen')],
      rebuild: {
        ...EMPTY_DOCUMENTS.rebuild,
        choices: [{ ...FRESH_CHOICE, pinId: 'row1.1', wireMm: 0.05 }],
      },
    };
    const move = stationMove(jobView(record), 'rebuild');
    expect(move.tone).toBe('stop');
    expect(move.title).toMatch(/Thicker/);
  });
});

describe('take in', () => {
  const moveOf = (intake: Partial<JobRecord['intake']>) =>
    nextMove(jobView({ ...takenIn, intake: { ...takenIn.intake, ...intake } }));
  it('asks the one next check while it is not sure, and says where the fault is when it is', () => {
    const asking = moveOf({ symptoms: ['dead'], kinds: [] });
    expect(asking).toMatchObject({ station: 'take-in', tone: 'move' });
    expect(asking.why).toMatch(/would point to/);
    expect(moveOf({ kinds: [] })).toMatchObject({ tone: 'move', title: 'Torn pads rebuilt?' });
    expect(stationMove(jobView(takenIn), 'take-in')).toMatchObject({
      tone: 'done',
      title: 'Torn pads rebuilt',
    });
    const cable = moveOf({
      kinds: [],
      symptoms: ['charges-no-data'],
      happened: ['unknown'],
      triage: [
        { checkId: 'flex', outcome: 'firm', value: null },
        { checkId: 'other-cable', outcome: 'works', value: null },
        { checkId: 'scar', outcome: 'fine', value: null },
      ],
    });
    expect(cable.station).toBe('open-up');
    expect(
      stationMove(jobView({ ...takenIn, intake: { ...takenIn.intake, kinds: [] } }), 'take-in').tone,
    ).toBe('move');
  });
  it('nothing is done at a likelihood that no check settles: it says to open it and look', () => {
    const unsure = moveOf({
      kinds: [],
      symptoms: ['dead'],
      happened: ['unknown'],
      cannot: TRIAGE_CHECKS.filter((c) => !c.inside).map((c) => c.id),
    });
    expect(unsure).toMatchObject({ station: 'take-in', tone: 'move' });
    expect(unsure.title).not.toMatch(/^It is/);
  });
  it('asks once what it does and what it draws, and takes not known for an answer', () => {
    expect(moveOf({ does: [] }).title).toMatch(/What does it do/);
    expect(moveOf({ deviceCurrentA: null }).title).toMatch(/What does it draw/);
    expect(moveOf({ deviceCurrentA: null, drawNotKnown: true, does: ['not-known'] }).station).toBe('open-up');
  });
  it('a parked job waits, whatever else it holds', () => {
    expect(moveOf({ parked: 'Swollen cell, gone to the drop-off' })).toMatchObject({
      title: 'Parked',
      tone: 'wait',
    });
  });
  it('data first: the goal is one good copy', () => {
    const worth = { ...takenIn.intake.worth, meaning: 'data' as const };
    expect(
      stationMove(
        jobView({ ...takenIn, intake: { ...takenIn.intake, worth, kinds: ['copy-only'] } }),
        'take-in',
      ).title,
    ).toMatch(/one good copy/);
  });
  it('this workshop’s own closed jobs move the odds', () => {
    const odds = (closed: Record<string, number>) =>
      jobView({ ...takenIn, intake: { ...takenIn.intake, symptoms: [], happened: [] } }, null, {
        ...NEW_WORKSHOP,
        closed,
      }).triage.sites[0]?.site;
    expect(odds({ battery: 60 })).toBe('battery');
  });
});

describe('documents of before', () => {
  it('are made whole, and what is there stays', () => {
    const old = {
      teardown: {
        battery: 'out',
        opened: true,
        steps: [
          {
            id: 's1',
            kind: 'screws',
            place: 'back',
            note: 'n',
            photoId: null,
            fasteners: { count: 4, drive: 'cross', lengthMm: 6, thread: 'fine', compartment: 'A1' },
          },
        ],
      },
      intake: { name: 'Old' },
    };
    const whole = completeDocuments(old as unknown as Parameters<typeof completeDocuments>[0]);
    expect(whole.intake).toMatchObject({ name: 'Old', parked: null, triage: [] });
    expect(whole.teardown.steps[0]).toMatchObject({
      place: 'back',
      after: [],
      shuts: true,
      fasteners: { count: 4, colour: '' },
    });
    const one = completeDocuments({
      intake: { happened: 'yanked', triage: [{ checkId: 'flex', outcome: 'moves' }] },
    } as never);
    expect(one.intake).toMatchObject({
      happened: ['yanked'],
      triage: [{ value: null }],
      kinds: [],
      does: [],
    });
    expect(completeDocuments({})).toEqual(EMPTY_DOCUMENTS);
    expect(completeDocuments(looked)).toMatchObject({ teardown: opened, board: looked.board });
  });
});

describe('teardown', () => {
  it('closes backwards', () => {
    expect(closingOrder(opened).map((c) => c.step.id)).toEqual(['b', 'a']);
  });
  it('counts fasteners back by group', () => {
    expect(fastenerGaps(opened, [])).toMatchObject([{ taken: 2, back: 0 }]);
    expect(fastenerGaps(opened, [{ stepId: 'a', count: 3 }])).toMatchObject([{ taken: 2, back: 3 }]);
    expect(fastenerGaps(opened, [{ stepId: 'a', count: 2 }])).toEqual([]);
  });
  it('keeps the battery gate shut until it is answered and out', () => {
    expect(batteryGate(EMPTY_TEARDOWN)).toMatchObject({ open: false, code: 'unanswered' });
    expect(batteryGate({ ...EMPTY_TEARDOWN, battery: 'in' })).toMatchObject({
      open: false,
      code: 'still-in',
    });
    expect(batteryGate({ ...EMPTY_TEARDOWN, battery: 'none' })).toEqual({ open: true });
  });
  it('shuts the gate again once the battery is back for the test', () => {
    const withBattery: Teardown = {
      ...opened,
      steps: [...opened.steps, { ...step('c', null), kind: 'battery' }],
    };
    expect(batteryGate(withBattery, ['c'])).toMatchObject({ open: false, code: 'in-again' });
    expect(batteryGate(withBattery, ['a'])).toEqual({ open: true });
  });
  it('names what is left before handing back', () => {
    const left = closeUpLeft(jobView(looked));
    expect(left.join('; ')).toMatch(/not proved.*2 closing steps.*2 left over of 2, place a, tray A1/);
  });
});

describe('cautions', () => {
  it('every trait has a reason and what to do instead; stops come first', () => {
    const all = cautionsFor(DEVICE_TRAITS, ['cell-swollen', 'pulls-charger-down']);
    for (const c of all) expect(c.why !== '' && c.instead !== '').toBe(true);
    const levels = all.map((c) => c.level);
    expect(levels.lastIndexOf('stop')).toBeLessThan(levels.indexOf('care'));
    expect(unansweredStops(all, ['mains']).some((c) => c.code === 'mains')).toBe(false);
  });
  it('the laser caution keeps every interlock working', () => {
    const laser = cautionsFor(['laser'], [])[0];
    expect(laser?.instead).toMatch(/interlock.*left working/);
  });
});

describe('what the new connector must agree with', () => {
  it('is measured from the plate', () => {
    const list = matchList(jobView(looked));
    expect(list.find((p) => p.key === 'row')?.measured).toMatch(/^2\.60 mm/);
    expect(list.find((p) => p.key === 'legs-apart')?.measured).toMatch(/^7\.00 mm/);
    const pattern = observePattern(jobView(looked));
    expect(pattern.families).toEqual(['micro-b', 'micro-ab']);
    expect(pattern.features.filter((f) => f.role === 'contact')).toHaveLength(5);
    expect(pattern.features.every((f) => f.sigmaMm >= 0.05)).toBe(true);
    expect(matchFace(looked.board)).toBe('top');
  });
});

describe('the gates of a job', () => {
  it('are rules on what is on record, and say what the whole view says', () => {
    for (const battery of ['unanswered', 'none', 'in', 'out'] as const) {
      const teardown = { ...EMPTY_TEARDOWN, battery };
      const board = {
        ...EMPTY_BOARD,
        points: [testPoint('pour', 'pour')],
        components: [testComponent('R1', 'resistor')],
      };
      const gates = jobGates({ ...EMPTY_DOCUMENTS, board, teardown });
      expect(gates.battery).toEqual(batteryGate(teardown, []));
      const view = jobView({ ...EMPTY_DOCUMENTS, board, teardown, readings: [], results: [] });
      expect(gates.battery).toEqual(view.battery);
      for (const id of ['pour', 'R1.1', 'R1.2', 'R9.1', ''])
        expect(gates.hasPoint(id)).toBe(view.trace.byId.has(id));
    }
  });
});

describe('the stamp of what was weighed', () => {
  const readings = ['1', '2', '3'].map((id) => ({ ...testReading('a', 'b', 'beep'), id }));
  const stamp = answersStamp(4, readings, 0.97);
  it('changes with the board, the wanted sureness, and each reading taken, struck out or put back', () => {
    const others = [
      answersStamp(5, readings, 0.97),
      answersStamp(4, readings, 0.95),
      answersStamp(4, readings.slice(0, 2), 0.97),
      ...readings.map((r) =>
        answersStamp(
          4,
          readings.map((x) => (x === r ? { ...x, struck: true } : x)),
          0.97,
        ),
      ),
    ];
    expect(new Set([stamp, ...others]).size).toBe(others.length + 1);
    expect(
      answersStamp(
        4,
        readings.map((r) => ({ ...r })),
        0.97,
      ),
    ).toBe(stamp);
  });
  it('a job with readings and no answers is unweighed; answers to no readings are not missed', () => {
    const board = {
      ...EMPTY_BOARD,
      rows: [microRow()],
      points: [testPoint('pour', 'pour', 4, 4)],
    } as const;
    const record: JobRecord = {
      ...EMPTY_DOCUMENTS,
      board,
      readings: [testReading('row1.5', 'pour', 'beep')],
      results: [],
    };
    expect(isUnweighed(jobView(record))).toBe(true);
    expect(isUnweighed(jobView(record, weighTrace(board, record.readings)))).toBe(false);
    expect(isUnweighed(jobView({ ...record, readings: [] }))).toBe(false);
  });
});
