import { describe, expect, it } from '@jest/globals';
import { microRow } from '../testing/test-port';
import fc from 'fast-check';
import { EMPTY_BOARD } from '../board/board';
import type { Board } from '../board/board';
import type { PadState } from '../board/pad-state';
import { PAD_STATES } from '../board/pad-state';
import { testComponent, testReading } from '../testing/test-board';
import { PIN_FUNCTIONS } from '../connector/pin-function';
import { millimetres } from '../quantity/units';
import { pinTable } from '../trace/pin-table';
import { traceContext } from '../belief/trace-context';
import { checkJumper } from './check-jumper';
import { pinDemand } from './pin-current';
import type { PinChoice } from './rebuild-plan';
import { FRESH_CHOICE, isSettled, rebuildPlan, usualWish, wireList, EMPTY_REBUILD } from './rebuild-plan';

const mm = millimetres;

describe('checkJumper', () => {
  it('refuses 0.05 mm wire on VBUS at 0.5 A, with the figure, and takes it on D+', () => {
    const vbus = checkJumper(mm(0.05), mm(12), pinDemand('VBUS', 0.5));
    expect(vbus.verdict).toMatchObject({ ok: false, code: 'current' });
    // A third of 80 x 0.05^1.5 = 0.894 A (Preece, worked by hand).
    expect(vbus.fusingA).toBeCloseTo(0.894, 3);
    expect(vbus.limitA).toBeCloseTo(0.298, 3);
    if (!vbus.verdict.ok) expect(vbus.verdict.message).toContain('298 mA');
    expect(checkJumper(mm(0.05), mm(12), pinDemand('D+', 0.5)).verdict).toEqual({ ok: true });
  });
  it('takes the smaller of both limits: conduction for a long wire', () => {
    const long = checkJumper(mm(0.1), mm(60), pinDemand('VBUS', 0.5));
    expect(long.limitA).toBe(long.riseLimitA);
    expect(long.limitA).toBeLessThan(long.fusingLimitA);
  });
  it('refuses a long thin wire for its drop', () => {
    expect(
      checkJumper(mm(0.2), mm(400), { currentA: 0.02, dropV: 0.001, source: 'test' }).verdict,
    ).toMatchObject({ code: 'drop' });
  });
  it('thicker never carries less, longer never more', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.02, max: 0.6, noNaN: true }),
        fc.double({ min: 1, max: 80, noNaN: true }),
        fc.double({ min: 1.01, max: 3, noNaN: true }),
        (d, l, k) => {
          const base = checkJumper(mm(d), mm(l), pinDemand('VBUS', 0.5)).limitA;
          expect(checkJumper(mm(d * k), mm(l), pinDemand('VBUS', 0.5)).limitA).toBeGreaterThanOrEqual(base);
          expect(checkJumper(mm(d), mm(l * k), pinDemand('VBUS', 0.5)).limitA).toBeLessThanOrEqual(base);
        },
      ),
    );
  });
  it('shows working for every figure, with its source', () => {
    const { working } = checkJumper(mm(0.1), mm(10), pinDemand('GND', 0.5));
    expect(working.map((w) => w.name)).toEqual([
      'Resistance',
      'Drop',
      'Limit in air',
      'Limit by its ends',
      'Middle above ends',
    ]);
    for (const line of working) expect(line.source).not.toBe('');
  });
  it('refuses a length of 0 and a draw of 0', () => {
    expect(() => checkJumper(mm(0.1), mm(0), pinDemand('GND', 0.5))).toThrow(RangeError);
    expect(() => pinDemand('VBUS', 0)).toThrow(RangeError);
  });
  it('every function has a demand', () => {
    for (const f of PIN_FUNCTIONS) expect(pinDemand(f, 0.5).currentA).toBeGreaterThan(0);
  });
});

const row = microRow();
const board: Board = {
  ...EMPTY_BOARD,
  rows: [{ ...row, pins: row.pins.map((p, i) => ({ ...p, state: i === 0 ? 'trace-torn' : 'sound' })) }],
  components: [testComponent('F1', 'fuse', null, 6, 8)],
};
const plansWith = (choice: Partial<PinChoice>): ReturnType<typeof rebuildPlan> => {
  const ctx = traceContext(board, [testReading('row1.1', 'F1.1', 'seen')]);
  const choices = [{ ...FRESH_CHOICE, pinId: 'row1.1', ...choice }];
  return rebuildPlan(ctx, pinTable(ctx), { ...EMPTY_REBUILD, choices }, usualWish(0.5));
};

/** The repair proposed for a VBUS pad of a state, its landing rung or not. */
const proposedFor = (state: PadState, f: 'VBUS' | 'ID' | 'SSTX+', rung: boolean) => {
  const changed: Board = {
    ...board,
    rows: [
      {
        ...row,
        pins: row.pins.map((p, i) => ({
          ...p,
          ...(i === 0 ? { state, function: f } : { state: 'sound' as const }),
        })),
      },
    ],
  };
  const ctx = traceContext(changed, rung ? [testReading('row1.1', 'F1.1', 'seen')] : []);
  return rebuildPlan(ctx, pinTable(ctx), EMPTY_REBUILD, usualWish(0.5))[0];
};

describe('what is proposed for a pad (common practice)', () => {
  it.each([
    ['sound', 'leave'],
    ['exposed', 'leave'],
    ['dull', 'reflow'],
    ['starved', 'reflow'],
    ['loose', 'reflow'],
    ['bridged', 'reflow'],
    ['cracked', 'bridge'],
    ['lifted', 'foil-pad'],
    ['torn', 'jumper'],
    ['hole-wall-gone', 'jumper'],
    ['unchecked', 'look'],
  ] as const)('%s asks for %s', (state, kind) => {
    expect(proposedFor(state, 'VBUS', true)?.repair.kind).toBe(kind);
  });
  it('a torn pad without a landing is traced first; one the device can do without is left', () => {
    expect(proposedFor('torn', 'VBUS', false)?.repair.kind).toBe('trace-first');
    expect(proposedFor('torn', 'ID', false)?.repair.kind).toBe('leave');
    expect(proposedFor('torn', 'SSTX+', true)?.repair.kind).toBe('leave');
  });
  it('answers every state of every function, and every option says why', () => {
    for (const state of PAD_STATES)
      for (const f of ['VBUS', 'ID', 'SSTX+'] as const) {
        const plan = proposedFor(state, f, true);
        expect(plan?.repair.why).not.toBe('');
        for (const o of plan?.options ?? []) expect(o.why).not.toBe('');
      }
  });
});

describe('rebuildPlan', () => {
  it('measures from the plate and adds both tails', () => {
    const jumper = plansWith({})[0]?.jumper;
    expect(jumper?.spanMm).toBeCloseTo(10, 9);
    expect(jumper?.cutMm).toBeCloseTo(14, 9);
    expect(jumper?.advised?.diameterMm).toBe(0.1);
    expect(jumper?.check?.verdict.ok).toBe(true);
  });
  it('takes the wire, length and landing chosen', () => {
    const plan = plansWith({ wireMm: 0.05, spanMm: 20, landingId: 'F1.2' })[0];
    expect(plan?.jumper?.cutMm).toBe(24);
    expect(plan?.jumper?.check?.verdict.ok).toBe(false);
    expect(plan?.repair).toMatchObject({ kind: 'jumper', landing: { pointId: 'F1.2' } });
  });
  it('a refused wire is never settled, built or not', () => {
    const thin = plansWith({ wireMm: 0.05, built: true })[0];
    const fit = plansWith({ built: true })[0];
    expect(thin && isSettled(thin)).toBe(false);
    expect(fit && isSettled(fit)).toBe(true);
  });
  it('another repair may be chosen', () => {
    expect(plansWith({ kind: 'foil-pad' })[0]?.repair.kind).toBe('foil-pad');
    expect(plansWith({ kind: 'foil-pad' })[0]?.jumper).toBeNull();
  });
  it('lists the wires to cut', () => {
    expect(wireList(plansWith({}))).toEqual([{ pin: 'pin 1 VBUS', to: 'F1 1', wireMm: 0.1, cutMm: 14 }]);
  });
});
