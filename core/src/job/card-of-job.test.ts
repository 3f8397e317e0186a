import { describe, expect, it } from '@jest/globals';
import { microRow } from '../testing/test-port';
import { ownDuration } from '../worth/own-duration';
import type { StoredCardBody } from '../teardown/model-card';
import { wholeCard } from '../teardown/model-card';
import { testComponent, testPoint, testReading } from '../testing/test-board';
import { EMPTY_BOARD } from '../board/board';
import { cardOfJob, changedSince } from './card-of-job';
import { EMPTY_DOCUMENTS } from './job-record';
import { jobView } from './job-view';
import { weighTrace } from '../trace/trace-answers';

const row = microRow();
const board = {
  ...EMPTY_BOARD,
  family: 'micro-b' as const,
  rows: [{ ...row, pins: row.pins.map((p) => ({ ...p, state: 'sound' as const })) }],
  components: [testComponent('F1', 'fuse', null, 6, 8)],
  points: [testPoint('pour', 'pour', 9, 9)],
};
const readings = [testReading('row1.1', 'F1.1', 'beep'), testReading('row1.5', 'pour', 'beep')];
const job = (minutes: number | null, part: string, passed: boolean) => {
  const record = {
    ...EMPTY_DOCUMENTS,
    board,
    intake: {
      ...EMPTY_DOCUMENTS.intake,
      name: 'Guide',
      make: 'Tollgate',
      model: 'AG-3',
      kinds: ['new-port' as const],
    },
    match: { ...EMPTY_DOCUMENTS.match, part },
    closing: { ...EMPTY_DOCUMENTS.closing, minutes },
    readings,
    results: [],
  };
  const answers = weighTrace(board, readings, { optional: false });
  const { checks } = jobView(record, answers);
  const ring = checks.find((c) => c.key.startsWith('ring:row1.1'));
  if (!ring) throw new Error('pin 1 is not rung');
  return jobView(
    {
      ...record,
      results: [{ id: '1', at: '', key: ring.key, shown: 'value', value: passed ? 0.3 : 40, note: '' }],
    },
    answers,
  );
};

describe('the card of a model', () => {
  it('keeps the part, what was rung and passed, and the minutes; a fail is no landing', () => {
    const card = cardOfJob(job(130, 'micro-B, lying', true), 'j1', 'feet first', null);
    expect(card).toMatchObject({
      part: 'micro-B, lying',
      learned: 'feet first',
      landings: [{ pin: 'pin 1 VBUS', on: 'F1 1' }],
      times: [{ job: 'j1', minutes: 130 }],
    });
    expect(cardOfJob(job(null, '', false), 'j1', '', null).landings).toEqual([]);
  });
  it('what the next job has nothing to say of stays; a job that is kept twice counts once', () => {
    const first = cardOfJob(job(130, 'micro-B, lying', true), 'j1', '', null);
    const again = cardOfJob(job(140, 'micro-B, lying', true), 'j1', '', first);
    const next = cardOfJob(job(60, '', false), 'j2', '', again);
    expect(next.part).toBe('micro-B, lying');
    expect(next.landings).toEqual(first.landings);
    expect(next.times).toEqual([
      { job: 'j1', minutes: 140 },
      { job: 'j2', minutes: 60 },
    ]);
  });
  it('says what was otherwise, and only what both speak of', () => {
    const first = {
      ...cardOfJob(job(130, 'A', true), 'j1', '', null),
      landings: [{ pin: 'pin 1 VBUS', on: 'D3 1' }],
    };
    const now = cardOfJob(job(60, 'B', true), 'j2', '', null);
    expect(changedSince(first, now)).toEqual([
      'part: A last time, B now',
      'pin 1 VBUS: on D3 1 last time, on F1 1 now',
    ]);
    expect(changedSince(now, now)).toEqual([]);
    expect(changedSince({ ...now, part: '' }, now)).toEqual([]);
  });
  it('a card of an earlier version has what it has', () => {
    const whole = cardOfJob(job(5, 'A', true), 'j', '', null);
    const old = Object.fromEntries(
      Object.entries(whole).filter(([key]) => !['times', 'landings', 'part', 'cellAh'].includes(key)),
    ) as unknown as StoredCardBody;
    expect(wholeCard(old)).toMatchObject({ times: [], landings: [], part: '', cellAh: null, model: 'AG-3' });
  });
});

describe('how long own jobs took', () => {
  it('is told by its middle and its ends, and not at all of none', () => {
    expect(ownDuration([])).toBeNull();
    expect(ownDuration([90])).toEqual({ count: 1, middle: 90, least: 90, most: 90 });
    expect(ownDuration([200, 60, 100, 80])).toEqual({ count: 4, middle: 90, least: 60, most: 200 });
    expect(() => ownDuration([-1])).toThrow(/0 or more/);
  });
});
