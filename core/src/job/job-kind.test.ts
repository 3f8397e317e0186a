import { describe, expect, it } from '@jest/globals';
import { microRow } from '../testing/test-port';
import fc from 'fast-check';
import type { Board, Leg } from '../board/board';
import { EMPTY_BOARD } from '../board/board';
import type { PadState } from '../board/pad-state';
import { twoClicks } from '../geometry/photo-measure';
import { EMPTY_TEARDOWN } from '../teardown/step';
import type { JobKind } from './job-kind';
import { JOB_KINDS, KIND_SHEETS, needsOf } from './job-kind';
import type { JobRecord } from './job-record';
import { EMPTY_DOCUMENTS, EMPTY_INTAKE } from './job-record';
import { jobView } from './job-view';
import { nextMove, stationMove } from './next-move';
import { kindDoubt, proposeKinds, withKind } from './propose-kind';
import type { Station } from './station';
import { isSpared, lookOverLeft, presentStation, stationStates, STATIONS } from './station';

const row = microRow();
const leg = (state: PadState): Leg => ({
  id: 'leg1',
  name: 'leg 1',
  face: 'top',
  at: { x: -2, y: 0 },
  fixing: 'through-hole',
  slot: null,
  state,
});

function board(states: readonly PadState[], legs: readonly Leg[] = [leg('sound')]): Board {
  return {
    ...EMPTY_BOARD,
    family: 'micro-b',
    faces: [
      {
        face: 'top',
        photoId: 'x',
        widthPx: 100,
        heightPx: 100,
        name: 'overview',
        shown: true,
        opacity: 1,
        measure: twoClicks({ x: 0, y: 0 }, { x: 90, y: 0 }, 9),
      },
    ],
    rows: [{ ...row, pins: row.pins.map((p, i) => ({ ...p, state: states[i] ?? 'sound' })) }],
    legs,
  };
}

function record(kinds: readonly JobKind[], more: Partial<JobRecord> = {}): JobRecord {
  return {
    ...EMPTY_DOCUMENTS,
    readings: [],
    results: [],
    intake: {
      ...EMPTY_INTAKE,
      name: 'x',
      happened: ['worn'],
      kinds,
      kindsConfirmed: true,
      does: ['charge'],
      deviceCurrentA: 0.5,
    },
    teardown: { ...EMPTY_TEARDOWN, battery: 'none', opened: true },
    board: board(['dull', 'sound', 'sound', 'sound', 'dull']),
    ...more,
  };
}
const spared = (r: JobRecord): Station[] => STATIONS.filter((s) => isSpared(jobView(r), s));

describe('each kind asks what it needs and nothing else (common practice)', () => {
  it.each([
    ['reflow', ['trace', 'match']],
    ['same-port', ['trace']],
    ['new-port', ['trace']],
    ['torn', []],
    ['crack', ['trace', 'match']],
    ['part-behind', ['look-over', 'trace', 'match']],
    ['cord', ['trace']],
    ['breakout', []],
    ['ready-made', ['look-over', 'trace']],
    ['copy-only', ['trace', 'match']],
  ] as const)('%s', (kind, without) => {
    const cord = [
      { id: 'w1', colour: 'red', pad: 'L', function: 'LEFT', rung: true, photoId: null },
      { id: 'w2', colour: 'bare', pad: 'G', function: 'GND', rung: true, photoId: null },
    ] as const;
    const r = record([kind], { board: { ...board(['dull', 'sound', 'sound', 'sound', 'dull']), cord } });
    expect(spared(r)).toEqual(without);
    const states = stationStates(jobView(r));
    for (const s of without) {
      expect(states[s]).toBe('spared');
      expect(stationMove(jobView(r), s).title).toBe('Not for this job');
    }
    expect(without).not.toContain(presentStation(jobView(r)));
  });
  it('a reflow whose pad turns out to be gone is traced after all, and Look over says so', () => {
    const r = record(['reflow'], { board: board(['torn']) });
    expect(spared(r)).toEqual(['match']);
    expect(lookOverLeft(jobView(r)).map((l) => l.kind)).toEqual(['doubt']);
    expect(nextMove(jobView(r))).toMatchObject({ station: 'look-over', title: 'Torn pads rebuilt?' });
  });
  it('two at once: each question is asked that one of them needs', () => {
    fc.assert(
      fc.property(fc.subarray([...JOB_KINDS], { minLength: 1, maxLength: 3 }), (kinds) => {
        const all = needsOf(kinds);
        for (const k of kinds) {
          const { needs } = KIND_SHEETS[k];
          if (needs.legs) expect(all.legs).toBe(true);
          if (needs.part) expect(all.part).toBe(true);
          if (needs.match !== 'none') expect(all.match).not.toBe('none');
          if (needs.pads === 'all') expect(all.pads).toBe('all');
        }
      }),
    );
  });
  it('an empty job of any kind is never done', () => {
    const empty: JobRecord = { ...EMPTY_DOCUMENTS, readings: [], results: [] };
    for (const kind of [null, ...JOB_KINDS]) {
      const r = kind === null ? empty : { ...empty, intake: { ...EMPTY_INTAKE, kinds: [kind] } };
      const view = jobView(r);
      expect(nextMove(view).tone).not.toBe('done');
      expect(Object.values(stationStates(view))).not.toContain('done');
      expect(view.prove.verdict).toBe('unfinished');
    }
  });
});

describe('legs count like pins', () => {
  it('one that was not looked at keeps Look over open', () => {
    const left = (legs: readonly Leg[], more: Partial<Board> = {}) =>
      lookOverLeft(jobView(record(['reflow'], { board: { ...board(['dull'], legs), ...more } }))).map(
        (l) => l.kind,
      );
    expect(left([leg('unchecked')])).toEqual(['leg']);
    expect(left([leg('sound')])).toEqual([]);
    expect(left([])).toEqual(['legs']);
    expect(left([], { legsAbsent: true })).toEqual([]);
  });
  it('a loose one is an item of the rebuilding, a sound one is none', () => {
    const items = (state: PadState) =>
      jobView(record(['reflow'], { board: board(['dull'], [leg(state)]) })).items.map((i) => i.title);
    expect(items('loose')).toEqual(['Refill leg 1']);
    expect(items('torn')).toEqual(['Hold leg 1 another way']);
    expect(items('sound')).toEqual([]);
  });
});

describe('what becomes of the port', () => {
  const propose = (sites: readonly (readonly [string, number])[], more: Partial<typeof EMPTY_INTAKE> = {}) =>
    proposeKinds({ ...EMPTY_INTAKE, ...more }, EMPTY_BOARD, {
      sites: sites.map(([site, p]) => ({ site, p, prior: 0 })) as never,
    }).map((p) => p.kind);
  it('is proposed from what is likelier than not, one for each of two faults', () => {
    expect(propose([['joints', 0.8]])).toEqual(['reflow']);
    expect(
      propose([
        ['joints', 0.8],
        ['battery', 0.7],
      ]),
    ).toEqual(['reflow', 'part-behind']);
    expect(propose([['pads', 0.27]])).toEqual([]);
    expect(propose([['cable', 0.99]])).toEqual([]);
    expect(propose([['pads', 0.9]], { worth: { ...EMPTY_INTAKE.worth, meaning: 'data' } })).toEqual([
      'copy-only',
    ]);
    expect(propose([], { body: 'cord' })).toEqual(['cord']);
  });
  it('is doubted by the looked-over board, and the doubt taken up replaces what it speaks against', () => {
    expect(kindDoubt(['new-port'], board(['torn']))?.kind).toBe('torn');
    expect(kindDoubt(['torn'], board(['dull']))?.kind).toBe('reflow');
    expect(kindDoubt(['torn'], board(['unchecked']))).toBeNull();
    expect(kindDoubt(['part-behind'], board(['torn']))).toBeNull();
    expect(withKind(['reflow', 'part-behind'], { kind: 'torn', why: '' })).toEqual(['part-behind', 'torn']);
  });
});

describe('a draw that nobody knows', () => {
  it('is nowhere taken for 500 mA: the wire says so, and the current is held against no figure', () => {
    const unknown = record(['torn'], { board: board(['torn']) });
    const view = jobView({
      ...unknown,
      intake: { ...unknown.intake, deviceCurrentA: null, drawNotKnown: true },
    });
    expect(view.drawSaid).toBe(false);
    expect(view.plans.find((p) => p.row.pin.pin.function === 'VBUS')?.assumedDraw).toBe(true);
    expect(view.checks.find((c) => c.key === 'draw')?.limitWords).toMatch(/not said/);
    expect(jobView(unknown).checks.find((c) => c.key === 'draw')?.limitWords).toMatch(/mA/);
  });
});

describe('what it does is what is proved', () => {
  const keys = (does: JobRecord['intake']['does'], kinds: readonly JobKind[] = ['reflow']): string[] => {
    const r = record(kinds);
    return jobView({ ...r, intake: { ...r.intake, does } }).checks.map((c) => c.key);
  };
  it('headphones that only take charge are not asked for a file, a stick for no light', () => {
    expect(keys(['charge', 'sound'])).not.toContain('data');
    expect(keys(['charge', 'sound'])).toEqual(expect.arrayContaining(['charges', 'sound']));
    expect(keys(['data'])).not.toContain('light');
    expect(keys(['not-known'])).toContain('data');
  });
  it('a copy is proved by the copy; a part behind the port by the short that is gone', () => {
    expect(keys(['data'], ['copy-only'])).toContain('copy');
    expect(keys(['data'], ['copy-only'])).not.toContain('legs');
    expect(keys(['light'], ['part-behind'])).toEqual(
      expect.arrayContaining(['short:supply', 'draw', 'light']),
    );
    expect(keys(['light'], ['part-behind']).filter((k) => k.startsWith('apart'))).toEqual([]);
  });
  it('a cord of headphones is rung wire by wire and never powered', () => {
    const cord = [
      { id: 'w1', colour: 'red', pad: 'R', function: 'RIGHT', rung: true, photoId: null },
      { id: 'w2', colour: 'bare', pad: 'G', function: 'GND', rung: true, photoId: null },
    ] as const;
    const r = record(['cord'], { board: { ...EMPTY_BOARD, cord } });
    const asked = jobView({ ...r, intake: { ...r.intake, does: ['sound'] } }).checks;
    expect(asked.filter((c) => !c.helps).map((c) => c.key)).toEqual(['look', 'cord:w1', 'cord:w2', 'sound']);
  });
});
