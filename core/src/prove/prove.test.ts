import { describe, expect, it } from '@jest/globals';
import { microRow } from '../testing/test-port';
import type { Board } from '../board/board';
import { EMPTY_BOARD } from '../board/board';
import { testComponent, testPoint, testReading, testRows } from '../testing/test-board';
import { FAMILIES } from '../connector/family';
import { EMPTY_REBUILD, rebuildPlan, usualWish } from '../rebuild/rebuild-plan';
import { pinTable } from '../trace/pin-table';
import { traceContext } from '../belief/trace-context';
import {
  APART_LIMITS,
  CC_LIMITS,
  CELL_LIMITS,
  drawLimits,
  judgeAgainst,
  limitWords,
  NOT_SHORT_LIMITS,
  RING_LIMITS,
  ringLimits,
  VBUS_LIMITS,
} from './acceptance-limits';
import type { Check } from './check';
import type { ProveAbout } from './check-list';
import { proveChecks } from './check-list';
import { drawVerdict, firstPower } from './first-power';
import { likelyCauses } from './likely-cause';
import type { CheckResult } from './verdict';
import { mayRunOpen } from './stage';
import { judgeCheck, leadsOf, mayBeSpared, proveReport } from './verdict';

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

const row = microRow();
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
  const base = { id: String(i), at: '', key: check.key, note: '' };
  if (check.entry === 'yes-no') return { ...base, shown: 'yes', value: null };
  if (check.entry === 'volts') return { ...base, shown: 'value', value: check.powered ? 5 : 3.8 };
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
    const unpowered = checks.filter((c) => !c.powered && !c.helps).map(good);
    expect(proveReport(checks, []).gate.open).toBe(false);
    const short = proveReport(checks, unpowered.slice(1));
    expect(short.gate).toEqual({ open: false, waitingFor: [checks[0]?.title] });
    expect(short.checks.filter((c) => c.check.powered).every((c) => c.shut)).toBe(true);
    expect(proveReport(checks, unpowered).gate.open).toBe(true);
  });
  it('a doubt, or a later fail, shuts it again', () => {
    const all = checks.filter((c) => !c.helps).map(good);
    expect(proveReport(checks, all).verdict).toBe('proved');
    const ring = checks.find((c) => c.key.startsWith('ring:'));
    const worse = { id: 'x', at: '', key: ring?.key ?? '', shown: 'value', value: 1.5, note: '' } as const;
    expect(proveReport(checks, [...all, worse]).gate.open).toBe(false);
    expect(proveReport(checks, [...all, { ...worse, value: 30 }]).verdict).toBe('failed');
  });
  it('a result of the wrong sort is never a pass', () => {
    const ring = checks.find((c) => c.key.startsWith('ring:'));
    const volts = checks.find((c) => c.entry === 'volts');
    if (!ring || !volts) throw new Error('the list lacks checks');
    expect(judgeCheck(ring, { id: '', at: '', key: '', shown: 'yes', value: null, note: '' })).toBe('fail');
    expect(judgeCheck(ring, { id: '', at: '', key: '', shown: 'over', value: null, note: '' })).toBe('fail');
    expect(judgeCheck(volts, { id: '', at: '', key: '', shown: 'over', value: null, note: '' })).toBe('fail');
  });
  it('an empty list proves nothing', () => {
    expect(proveReport([], []).verdict).toBe('unfinished');
  });
});

describe('answers that are no test', () => {
  const checks = checksOf('micro-b');
  const all = checks.filter((c) => !c.helps).map(good);
  const say = (key: string, shown: CheckResult['shown'], note = ''): CheckResult => ({
    id: key,
    at: '',
    key,
    shown,
    value: null,
    note,
  });
  it('what is not for this device, or could not be tested, does not hold the job up, and is told', () => {
    const report = proveReport(checks, [
      ...all,
      say('data', 'untested', 'no computer here'),
      say('wiggle', 'spared'),
    ]);
    expect(report.verdict).toBe('proved');
    expect(report.untested).toEqual(['Data as well as power: no computer here']);
  });
  it('but power waits for the short and for neighbours: words are no answer there', () => {
    for (const c of checks.filter((x) => x.safety)) {
      expect(mayBeSpared(c)).toBe(false);
      expect(judgeCheck(c, say(c.key, 'untested', 'no meter'))).toBe('fail');
    }
    expect(checks.filter((c) => c.safety).map((c) => c.key.split(':')[0])).toEqual(
      expect.arrayContaining(['apart', 'short', 'volts']),
    );
  });
  it('a job of which nothing was tested is not proved', () => {
    const words = checks.filter(mayBeSpared).map((c) => say(c.key, 'spared'));
    expect(proveReport(checks.filter(mayBeSpared), words).verdict).toBe('unfinished');
  });
  it('a supply that fails shuts what comes after it', () => {
    const volts = checks.find((c) => c.key.startsWith('volts'));
    const low = { ...say(volts?.key ?? '', 'value'), value: 2 };
    const report = proveReport(checks, [...all, low]);
    expect(report.verdict).toBe('failed');
    expect(report.checks.find((c) => c.check.key === 'draw')?.shut).toBe(true);
  });
});

describe('stages of power', () => {
  const stagesOf = (about: Partial<ProveAbout>): Check[] => {
    const ctx = traceContext(board, [
      testReading('row1.1', 'F1.1', 'beep'),
      testReading('row1.5', 'pour', 'beep'),
    ]);
    const plans = rebuildPlan(ctx, pinTable(ctx), EMPTY_REBUILD, usualWish(0.5));
    return proveChecks(ctx, plans, FAMILIES['micro-b'], 0.5, {
      does: ['charge', 'data'],
      drawSaid: true,
      kinds: [],
      legs: true,
      cell: true,
      openly: true,
      leads: null,
      ...about,
    });
  };
  const answered = (checks: readonly Check[], until: (c: Check) => boolean): CheckResult[] => {
    const asked = checks.filter((c) => !c.helps);
    return asked.slice(0, asked.findIndex(until)).map(good);
  };
  const openGroups = (checks: readonly Check[], results: readonly CheckResult[], holds = {}) => {
    const report = proveReport(checks, results, holds);
    return [
      ...new Set(
        report.checks
          .filter((c) => c.check.powered && !c.check.helps && !c.shut && !c.verdict)
          .map((c) => c.check.group),
      ),
    ];
  };
  const checks = stagesOf({});
  it('each opens once the one before it has passed, the cell only the right way round', () => {
    expect(
      openGroups(
        checks,
        answered(checks, (c) => c.powered),
      ),
    ).toEqual(['alone']);
    const cellOpen = answered(checks, (c) => c.powered).filter((r) => r.key !== 'cell-volts');
    expect(openGroups(checks, cellOpen)).toEqual(['alone']);
    const alone = answered(checks, (c) => c.group === 'with-cell');
    expect(openGroups(checks, alone)).toEqual(['with-cell']);
    expect(proveReport(checks, alone).cellReady).toBe(true);
    const turned = { ...good(checks.find((c) => c.key === 'cell-volts') as Check, 99), value: -3.8 };
    expect(openGroups(checks, [...alone, turned])).toEqual([]);
    expect(proveReport(checks, [...alone, turned]).cellReady).toBe(false);
    expect(
      openGroups(
        checks,
        answered(checks, (c) => c.group === 'half-open'),
      ),
    ).toEqual(['half-open']);
  });
  it('what keeps a stage from beginning is said, and takes no result back', () => {
    const alone = answered(checks, (c) => c.group === 'with-cell');
    const holds = { alone: 'the cell is connected', 'with-cell': 'first: plug the cable in: speaker' };
    const report = proveReport(checks, alone, holds);
    expect(report.checks.find((c) => c.check.key === 'charges')?.shutWhy).toBe(
      'first: plug the cable in: speaker',
    );
    expect(report.checks.find((c) => c.check.key === 'draw')).toMatchObject({ shut: false, verdict: 'pass' });
    expect(report.stage).toBe('with-cell');
  });
  it('without a cell there is no stage for it', () => {
    expect(stagesOf({ cell: false }).filter((c) => c.group === 'with-cell' || c.group === 'cell')).toEqual(
      [],
    );
  });
  it.each(['mains', 'laser', 'heater'] as const)(
    'with %s in it all power waits until it is shut',
    (trait) => {
      const shut = stagesOf({ openly: mayRunOpen([trait]) });
      expect([...new Set(shut.filter((c) => c.powered).map((c) => c.group))]).toEqual(['shut']);
      const cold = answered(shut, (c) => c.powered);
      expect(proveReport(shut, cold)).toMatchObject({ readyToShut: true, verdict: 'unfinished' });
      const still = { shut: 'first: screws back' };
      expect(openGroups(shut, cold, still)).toEqual([]);
      expect(openGroups(shut, cold)).toEqual(['shut']);
    },
  );
});

describe('after a mend', () => {
  const checks = checksOf('micro-b');
  const all = checks.filter((c) => !c.helps).map(good);
  const mended = (key: string): CheckResult => ({
    id: 'm',
    at: '',
    key,
    shown: 'mended',
    value: null,
    note: '',
  });
  const open = (results: readonly CheckResult[]): string[] =>
    proveReport(checks, results).checks.flatMap((c) =>
      c.result === null && !c.check.helps ? [c.check.key] : [],
    );
  it('what it can have changed is asked again, and nothing else', () => {
    const ring = checks.find((c) => c.key.startsWith('ring:row1.1:'));
    const again = open([...all, mended(ring?.key ?? '')]);
    expect(again).toEqual(
      expect.arrayContaining([ring?.key ?? '', 'look', 'apart:row1.1:row1.2', 'short:row1.1', 'draw']),
    );
    expect(again).not.toContain('apart:row1.3:row1.4');
    expect(again).not.toContain('ring:row1.5:pour');
    expect(proveReport(checks, [...all, mended(ring?.key ?? '')]).gate.open).toBe(false);
  });
  it('another cable for the data asks for nothing but the data', () => {
    const away = checks.map((c) => (c.key === 'data' ? { ...c, about: [] } : c));
    const again = proveReport(away, [...all, mended('data')]).checks.filter(
      (c) => c.result === null && !c.check.helps,
    );
    expect(again.map((c) => c.check.key)).toEqual(['data']);
  });
});

describe('bands are worked out', () => {
  it('from the leads as they were nulled and the wire between', () => {
    expect(ringLimits(null).pass[1]).toBe(1);
    expect(ringLimits(0.1).pass[1]).toBeCloseTo(0.4);
    expect(ringLimits(0.1, 0.25).pass[1]).toBeCloseTo(0.65);
    const results = [{ id: '1', at: '', key: 'leads', shown: 'value', value: 0.2, note: '' }] as const;
    expect(leadsOf(results)).toBe(0.2);
    // A slip in nulling must not make a poor joint pass.
    expect(leadsOf([{ ...results[0], value: 2.9 }])).toBeNull();
    expect(leadsOf([])).toBeNull();
  });
  it('a CC pin wants its 5.1 kohm', () => {
    expect(judgeAgainst(5080, CC_LIMITS)).toBe('pass');
    expect(judgeAgainst(Infinity, CC_LIMITS)).toBe('fail');
    expect(judgeAgainst(2550, CC_LIMITS)).toBe('doubt');
  });
  it('a cell the wrong way round fails', () => {
    expect(judgeAgainst(-3.8, CELL_LIMITS)).toBe('fail');
    expect(judgeAgainst(3.8, CELL_LIMITS)).toBe('pass');
    // One that ran flat while its port was broken is no fault of the repair.
    expect(judgeAgainst(2.7, CELL_LIMITS)).toBe('pass');
    expect(judgeAgainst(1.8, CELL_LIMITS)).toBe('fail');
  });
});

describe('type C', () => {
  const typeC: Board = {
    ...EMPTY_BOARD,
    family: 'type-c-16',
    rows: testRows('type-c-16', () => 'sound', { x: 0, y: 0 }),
    points: [testPoint('pour', 'pour', 9, 9), testPoint('B+', 'battery-plus', 12, 9)],
  };
  const of = (about: Partial<ProveAbout>): Check[] => {
    const ctx = traceContext(typeC, []);
    const plans = rebuildPlan(ctx, pinTable(ctx), EMPTY_REBUILD, usualWish(0.5));
    return proveChecks(ctx, plans, FAMILIES['type-c-16'], 0.5, {
      does: ['charge', 'data'],
      drawSaid: true,
      kinds: ['new-port'],
      legs: true,
      cell: true,
      openly: true,
      leads: null,
      ...about,
    });
  };
  it('rings twins, reads both CC resistors, and the cell before its plug goes in', () => {
    const keys = of({}).map((c) => c.key);
    expect(keys.filter((k) => k.startsWith('twin:'))).toHaveLength(4);
    expect(keys.filter((k) => k.startsWith('cc:'))).toHaveLength(2);
    expect(keys.filter((k) => k.startsWith('supply:'))).toHaveLength(1);
    const cell = of({}).find((c) => c.key === 'cell-volts');
    expect(cell?.powered).toBe(false);
    expect(of({ cell: false }).some((c) => c.key === 'cell-volts')).toBe(false);
  });
  it('a port that only feeds has no resistors of its own on CC', () => {
    expect(of({ does: ['feeds'] }).some((c) => c.key.startsWith('cc:'))).toBe(false);
  });
});

describe('first power', () => {
  it('is set from what the device draws; where nobody said it, from a unit load on, and says so', () => {
    expect(firstPower(0.5)).toMatchObject({ volts: 5, limitA: 0.6, asked: true });
    expect(firstPower(null)).toMatchObject({ limitA: 0.1, asked: false });
    expect(firstPower(null).words).toMatch(/was not said/);
    expect(() => firstPower(0)).toThrow(RangeError);
  });
  it.each([
    [0.001, 0.6, 0.5, 'open'],
    [0.04, 0.6, 0.5, 'trickle'],
    [0.45, 0.6, 0.5, 'steady'],
    [0.6, 0.6, 0.5, 'limited'],
    [0.8, null, 0.5, 'over'],
    [0.1, 0.1, null, 'limited'],
    [0.7, null, null, 'steady'],
  ] as const)('%s A at a limit of %s A, %s A asked: %s (common practice)', (amps, limit, asked, state) => {
    expect(drawVerdict(amps, limit, asked).state).toBe(state);
  });
});

describe('what a failed check most likely is', () => {
  const checks = checksOf('micro-b');
  const with_ = (start: string, shown: CheckResult['shown'], value: number | null = null) => {
    const check = checks.find((c) => c.key.startsWith(start));
    if (!check) throw new Error(`no ${start}`);
    return likelyCauses(check, { id: '', at: '', key: check.key, shown, value, note: '' });
  };
  it.each([
    ['ring:', 'over', null, 'pin'],
    ['ring:', 'value', 1.4, 'poor'],
    ['ring:', 'value', 22, 'part'],
    ['apart:', 'value', 0.2, 'bridge'],
    ['apart:', 'value', 400, 'flux'],
    ['short:', 'value', 0.3, 'bridge'],
    ['draw', 'value', 0, 'open'],
    ['data', 'no', null, 'cable'],
  ] as const)('%s %s %s: %s first (common practice)', (start, shown, value, id) => {
    const advice = with_(start, shown, value);
    expect(advice?.causes[0]?.id).toBe(id);
    expect(advice?.causes.reduce((s, c) => s + c.chance, 0)).toBeCloseTo(1);
    expect(advice?.tells).toEqual(expect.any(String));
  });
  it('is not guessed where nothing is known', () => {
    expect(with_('look', 'no')).toBeNull();
  });
});
