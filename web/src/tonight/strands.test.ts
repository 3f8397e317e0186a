import { describe, expect, it } from '@jest/globals';
import { instantOf, thisEvening } from './evening-store';
import { isFound, opensAt } from './shelf';
import { lanesOf, movedTo, sittingsOf, tickMinutes } from './strands';
import type { JobSummary } from '@zebbit/contract';
import { EMPTY_DOCUMENTS, jobView, nextMove, stationStates } from '@zebbit/core';

describe('the ribbon', () => {
  it('lays what runs at the same time side by side, and what does not in one lane', () => {
    expect(
      lanesOf([
        { begins: 0, ends: 10 },
        { begins: 5, ends: 60 },
        { begins: 10, ends: 20 },
        { begins: 6, ends: 7 },
      ]),
    ).toEqual([0, 1, 0, 2]);
    expect(lanesOf([])).toEqual([]);
  });
  it('no two in one lane overlap, whatever runs', () => {
    let state = 7;
    const random = (): number => (state = (state * 48271) % 2147483647) / 2147483647;
    for (let round = 0; round < 50; round += 1) {
      const all = Array.from({ length: 12 }, () => {
        const begins = Math.floor(100 * random());
        return { begins, ends: begins + 1 + Math.floor(40 * random()) };
      });
      const lanes = lanesOf(all);
      all.forEach((a, i) =>
        all.forEach((b, k) => {
          if (i < k && lanes[i] === lanes[k]) expect(a.ends <= b.begins || b.ends <= a.begins).toBe(true);
        }),
      );
    }
  });
  it('puts its times as far apart as they have room', () => {
    expect(tickMinutes(150, 1100)).toBe(15);
    expect(tickMinutes(30, 1100)).toBe(5);
    expect(tickMinutes(900, 400)).toBe(240);
  });
  it('joins sittings at one job unless there is a pause or another between', () => {
    const line = (jobId: string, begins: number, ends: number, setup = 0) => ({
      begins,
      ends,
      setup,
      task: { jobId },
    });
    const rows = [
      line('a', 3, 10, 3),
      line('a', 11, 20, 1),
      line('b', 23, 30, 3),
      line('a', 33, 40, 3),
      line('a', 60, 70),
    ];
    expect(sittingsOf(rows).map((s) => s.length)).toEqual([2, 1, 1, 1]);
  });
  it('puts one before another and keeps the rest in order', () => {
    expect(movedTo(['a', 'b', 'c', 'd'], 'd', 1)).toEqual(['a', 'd', 'b', 'c']);
    expect(movedTo(['a', 'b', 'c'], 'a', 9)).toEqual(['b', 'c', 'a']);
    expect(movedTo(['a', 'b', 'c'], 'b', -1)).toEqual(['b', 'a', 'c']);
  });
});

describe('a time of day', () => {
  const now = new Date(2026, 10, 27, 21, 30).getTime();
  it('is of this evening, or of the night that comes', () => {
    expect(instantOf('22:00', now)).toBe(new Date(2026, 10, 27, 22, 0).getTime());
    expect(instantOf('1:15', now)).toBe(new Date(2026, 10, 28, 1, 15).getTime());
    expect(instantOf('21:00', now)).toBe(new Date(2026, 10, 27, 21, 0).getTime());
  });
  it('of daylight or quiet is of this evening, past or not, and at one in the night of the evening before', () => {
    const night = new Date(2026, 10, 28, 1, 0).getTime();
    expect(thisEvening('16:30', now)).toBe(new Date(2026, 10, 27, 16, 30).getTime());
    expect(thisEvening('22:00', now)).toBe(new Date(2026, 10, 27, 22, 0).getTime());
    expect(thisEvening('22:00', night)).toBe(new Date(2026, 10, 27, 22, 0).getTime());
    expect(thisEvening('16:30', night)).toBe(new Date(2026, 10, 27, 16, 30).getTime());
    expect(thisEvening('', now)).toBeNull();
  });
  it.each(['', '25:00', '9', '22:60', 'soon'])('“%s” is none', (text) => {
    expect(instantOf(text, now)).toBeNull();
  });
});

describe('the shelf', () => {
  const view = jobView({ ...EMPTY_DOCUMENTS, readings: [], results: [] });
  const job: JobSummary = {
    id: 'j1',
    name: 'Tide clock',
    make: 'Oriel',
    model: 'T-1',
    family: 'USB Micro-B',
    updatedAt: '2026-11-01T10:00:00.000Z',
    states: stationStates(view),
    next: nextMove(view),
    unweighed: false,
    tasks: [],
    waits: EMPTY_DOCUMENTS.waits,
    owner: 'the harbour office',
    part: 'upright Mini-B',
  };
  it.each(['tide', 'HARBOUR', 'oriel t-1', 'mini-b', 'micro clock'])('finds a job by “%s”', (question) => {
    expect(isFound(job, question)).toBe(true);
  });
  it('does not find it by what it is not', () => {
    expect(isFound(job, 'tide lamp')).toBe(false);
  });
  it('opens a job where it wants the hand, after a fortnight where it was left', () => {
    const at = Date.parse(job.updatedAt);
    expect(opensAt(job, at + 13 * 86_400_000)).toBe('/jobs/j1/take-in');
    expect(opensAt(job, at + 15 * 86_400_000)).toBe('/jobs/j1/where-you-were');
    const back = { ...job, next: { ...job.next, tone: 'done' as const } };
    expect(opensAt(back, at + 99 * 86_400_000)).toBe('/jobs/j1/take-in');
  });
});
