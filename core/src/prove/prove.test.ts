import { describe, expect, it } from '@jest/globals';
import type { Board } from '../board/board';
import { EMPTY_BOARD } from '../board/board';
import { placeRow } from '../board/place-row';
import { testComponent, testPoint, testReading } from '../testing/test-board';
import { FAMILIES } from '../connector/family';
import { EMPTY_REBUILD, rebuildPlan, usualWish } from '../rebuild/rebuild-plan';
import { pinTable } from '../trace/pin-table';
import { traceContext } from '../belief/trace-context';
import {
  APART_LIMITS,
  drawLimits,
  judgeAgainst,
  limitWords,
  NOT_SHORT_LIMITS,
  RING_LIMITS,
  VBUS_LIMITS,
} from './acceptance-limits';
import type { Check } from './check-list';
import { proveChecks } from './check-list';
import type { CheckResult } from './verdict';
import { judgeCheck, proveReport } from './verdict';

describe('acceptance limits', () => {
  it.each([
    [5.06, 'pass'],
    [4.75, 'pass'],
    [4.5, 'doubt'],
    [4.3, 'fail'],
    [5.4, 'doubt'],
    [5.6, 'fail'],
  ] as const)('%d V at the pin: %s (USB 2.0, from memory)', (volts, verdict) => {
    expect(judgeAgainst(volts, VBUS_LIMITS)).toBe(verdict);
  });
  it('1 ohm across the input is a short: 5 A', () => {
    expect(judgeAgainst(1, NOT_SHORT_LIMITS)).toBe('fail');
    expect(judgeAgainst(Infinity, APART_LIMITS)).toBe('pass');
    expect(judgeAgainst(0.3, RING_LIMITS)).toBe('pass');
    expect(judgeAgainst(22, RING_LIMITS)).toBe('fail');
    expect(judgeAgainst(0, drawLimits(0.5))).toBe('fail');
    expect(judgeAgainst(0.46, drawLimits(0.5))).toBe('pass');
    expect(() => judgeAgainst(Number.NaN, RING_LIMITS)).toThrow(RangeError);
  });
  it('are said in words with what a reading without end shows', () => {
    const ohm = (v: number): string => `${v} Ω`;
    expect(limitWords(RING_LIMITS, ohm)).toBe('up to 1 Ω');
    expect(limitWords(APART_LIMITS, ohm, 'OL')).toBe('OL or above 1000 Ω');
    expect(limitWords(NOT_SHORT_LIMITS, ohm)).toBe('above 1000 Ω');
    expect(limitWords(VBUS_LIMITS, (v) => v.toFixed(2))).toBe('4.75 to 5.25');
  });
  it('the limits themselves pass, and the wider ones are in doubt', () => {
    for (const limits of [RING_LIMITS, APART_LIMITS, NOT_SHORT_LIMITS, VBUS_LIMITS, drawLimits(0.5)]) {
      for (const value of limits.pass) expect(judgeAgainst(value, limits)).toBe('pass');
      for (const value of limits.doubt)
        expect(judgeAgainst(value, limits)).toBe(limits.pass.includes(value) ? 'pass' : 'doubt');
    }
  });
});

const row = placeRow(EMPTY_BOARD, {
  family: 'micro-b',
  face: 'top',
  first: { x: 0, y: 0 },
  directionDeg: 0,
  pitchMm: 0.65,
  count: 5,
  mirrored: false,
});
const board: Board = {
  ...EMPTY_BOARD,
  family: 'micro-b',
  rows: [{ ...row, pins: row.pins.map((p) => ({ ...p, state: 'sound' })) }],
  components: [testComponent('F1', 'fuse', null, 6, 8)],
  points: [testPoint('pour', 'pour', 9, 9)],
};

function checksOf(family: 'micro-b' | 'type-c-6'): Check[] {
  const ctx = traceContext(board, [
    testReading('row1.1', 'F1.1', 'beep'),
    testReading('row1.5', 'pour', 'beep'),
  ]);
  return proveChecks(
    ctx,
    rebuildPlan(ctx, pinTable(ctx), EMPTY_REBUILD, usualWish(0.5)),
    FAMILIES[family],
    0.5,
  );
}

const good = (check: Check, i: number): CheckResult => {
  const base = { id: String(i), at: '', key: check.key };
  if (check.entry === 'yes-no') return { ...base, shown: 'yes', value: null };
  if (check.entry === 'volts') return { ...base, shown: 'value', value: 5 };
  if (check.entry === 'amps') return { ...base, shown: 'value', value: 0.4 };
  return check.group === 'ring'
    ? { ...base, shown: 'value', value: 0.3 }
    : { ...base, shown: 'over', value: null };
};

describe('the list of a job', () => {
  const checks = checksOf('micro-b');
  it('has each landing, each pair of neighbours, the short, volts, draw and data', () => {
    const keys = checks.map((c) => c.key);
    expect(keys).toEqual(
      expect.arrayContaining([
        'ring:row1.1:F1.1',
        'ring:row1.5:pour',
        'short:row1.1',
        'volts:row1.1',
        'draw',
        'data',
      ]),
    );
    expect(keys.filter((k) => k.startsWith('apart:'))).toHaveLength(4);
    expect(new Set(keys).size).toBe(keys.length);
    expect(checks.findIndex((c) => c.powered)).toBeGreaterThan(checks.findLastIndex((c) => !c.powered));
  });
  it('type C is turned over; a power-only port is not asked for data', () => {
    const keys = checksOf('type-c-6').map((c) => c.key);
    expect(keys).toContain('both-ways');
    expect(keys).not.toContain('data');
  });
  it('keeps the power shut until every unpowered check has passed', () => {
    const unpowered = checks.filter((c) => !c.powered).map(good);
    expect(proveReport(checks, []).gate.open).toBe(false);
    const short = proveReport(checks, unpowered.slice(1));
    expect(short.gate).toEqual({ open: false, waitingFor: [checks[0]?.title] });
    expect(short.checks.filter((c) => c.check.powered).every((c) => c.shut)).toBe(true);
    expect(proveReport(checks, unpowered).gate.open).toBe(true);
  });
  it('a doubt, or a later fail, shuts it again', () => {
    const all = checks.map(good);
    expect(proveReport(checks, all).verdict).toBe('proved');
    const ring = checks.find((c) => c.group === 'ring');
    const worse = { id: 'x', at: '', key: ring?.key ?? '', shown: 'value', value: 1.5 } as const;
    expect(proveReport(checks, [...all, worse]).gate.open).toBe(false);
    expect(proveReport(checks, [...all, { ...worse, value: 30 }]).verdict).toBe('failed');
  });
  it('a result of the wrong sort is never a pass', () => {
    const ring = checks.find((c) => c.group === 'ring');
    const volts = checks.find((c) => c.entry === 'volts');
    if (!ring || !volts) throw new Error('the list lacks checks');
    expect(judgeCheck(ring, { id: '', at: '', key: '', shown: 'yes', value: null })).toBe('fail');
    expect(judgeCheck(ring, { id: '', at: '', key: '', shown: 'over', value: null })).toBe('fail');
    expect(judgeCheck(volts, { id: '', at: '', key: '', shown: 'over', value: null })).toBe('fail');
  });
  it('an empty list proves nothing', () => {
    expect(proveReport([], []).verdict).toBe('unfinished');
  });
});
