import { describe, expect, it } from '@jest/globals';
import { microRow } from '../testing/test-port';
import type { Board, Component } from '../board/board';
import { EMPTY_BOARD } from '../board/board';
import type { PadState } from '../board/pad-state';
import type { Reading } from '../board/reading';
import { testComponent, testPoint, testReading } from '../testing/test-board';
import type { TargetBelief } from '../belief/pin-belief';
import { traceContext } from '../belief/trace-context';
import { landingDanger } from './landing-danger';
import { traceAdvice } from './next-probe';
import { pinTable } from './pin-table';
import { whatWouldTell } from './what-would-tell';

const legs = (id: string, kind: Component['kind'], count: number): Component => ({
  ...testComponent(id, kind, null, 4, 9),
  terminals: Array.from({ length: count }, (_, k) => ({
    id: `${id}.${k + 1}`,
    name: String(k + 1),
    at: { x: 4 + k, y: 9 },
  })),
});

function microB(states: readonly PadState[], more: Partial<Board> = {}): Board {
  const row = microRow();
  return {
    ...EMPTY_BOARD,
    family: 'micro-b',
    rows: [{ ...row, pins: row.pins.map((p, i) => ({ ...p, state: states[i] ?? 'sound' })) }],
    components: [
      legs('D9', 'three-legged', 3),
      testComponent('C1', 'capacitor', null, 6, 5),
      testComponent('R1', 'resistor', null, 2, 4),
    ],
    points: [
      testPoint('pour', 'pour', 12, 12),
      testPoint('dock', 'other-supply', 9, 3),
      testPoint('minus', 'battery-minus', 14, 9),
      testPoint('plus', 'battery-plus', 16, 9),
    ],
    ...more,
  };
}
const GONE: readonly PadState[] = ['torn', 'torn', 'torn', 'sound', 'torn'];

function danger(pinAt: number, pointId: string, readings: readonly Reading[], board = microB(GONE)) {
  const ctx = traceContext(board, readings);
  const [pin, point] = [ctx.pins[pinAt], ctx.byId.get(pointId)];
  if (!pin || !point) throw new Error('the board lacks them');
  return landingDanger(ctx, pin, point);
}
const [VBUS, DATA, GND] = [0, 1, 4];

describe('what must be settled before a wire (common practice)', () => {
  it('a leg of a three-legged part for VBUS, until it was rung apart from the other supply', () => {
    expect(danger(VBUS, 'D9.1', [])).toMatchObject({
      ringTo: 'dock',
      words: expect.stringMatching(/another supply/),
    });
    expect(
      danger(VBUS, 'D9.1', [testReading('D9.1', 'dock', 'OL'), testReading('D9.1', 'plus', 'OL')]),
    ).toBeNull();
  });
  it('a look along a track that ended is no proof that two supplies are apart', () => {
    const ended = (black: string): Reading => ({ ...testReading('D9.1', black, 'open'), mode: 'seen' });
    expect(danger(VBUS, 'D9.1', [ended('dock'), ended('plus')])?.words).toMatch(/another supply/);
  });
  it('with no second supply marked, it is asked for', () => {
    const alone = microB(GONE, { points: [testPoint('pour', 'pour', 12, 12)] });
    expect(danger(VBUS, 'D9.1', [], alone)).toMatchObject({
      ringTo: null,
      words: expect.stringMatching(/second input/),
    });
  });
  it.each([
    ['VBUS', VBUS],
    ['a data line', DATA],
  ])('%s where it rings to another supply, to the cell, or to ground', (_, pin) => {
    expect(danger(pin, 'R1.1', [testReading('R1.1', 'dock', 'beep')])?.words).toMatch(
      /joins what must stay apart/,
    );
    expect(danger(pin, 'R1.1', [testReading('R1.1', 'plus', 'beep')])?.words).toMatch(
      /joins what must stay apart/,
    );
    expect(danger(pin, 'R1.1', [testReading('R1.1', 'pour', 'beep')])?.words).toMatch(/shorts it/);
  });
  it('a data line on what reads as a supply; not so VBUS', () => {
    const climbs: Reading = {
      ...testReading('C1.1', 'pour', 'OL'),
      mode: 'ohms',
      shown: 'climbs',
      value: null,
    };
    expect(danger(DATA, 'C1.1', [climbs])?.words).toMatch(/reads as a supply/);
    expect(danger(VBUS, 'C1.1', [climbs])).toBeNull();
  });
  it('ground on a cell’s minus, until it rang to ground elsewhere; ground on a supply', () => {
    expect(danger(GND, 'minus', [])?.words).toMatch(/protection/);
    expect(danger(GND, 'minus', [testReading('minus', 'pour', 'beep')])).toBeNull();
    expect(danger(GND, 'plus', [])?.words).toMatch(/shorts it/);
    expect(danger(GND, 'pour', [])).toBeNull();
  });
  it('is asked before a wire: once nothing else is to be found, the likely landing is rung apart', () => {
    const board = microB(['torn', 'sound', 'sound', 'sound', 'sound'], {
      components: [legs('D9', 'three-legged', 3)],
      points: [
        testPoint('pour', 'pour', 12, 12),
        testPoint('dock', 'other-supply', 9, 3),
        testPoint('end', 'track-end', 0, 1),
      ],
    });
    const rung = [
      testReading('end', 'D9.1', 0.2),
      testReading('row1.5', 'pour', 'beep'),
      testReading('D9.1', 'pour', 'OL'),
    ];
    const { order, targets } = traceAdvice(traceContext(board, rung), { onlyToBuild: true });
    expect(targets.find((t) => t.target.functions[0] === 'VBUS')?.landings[0]?.pointId).toBe('D9.1');
    expect(order).toMatchObject({ purpose: 'danger', red: 'D9.1', black: 'dock', mode: 'continuity' });
    const after = traceAdvice(traceContext(board, [...rung, testReading('D9.1', 'dock', 'open')]), {
      onlyToBuild: true,
    });
    expect(after.order).toBeNull();
  });
});

describe('what would tell where no reading does', () => {
  const acts = (
    at: number,
    board: Board,
    readings: readonly Reading[] = [],
    believed: TargetBelief | null = null,
  ): string[] => {
    const ctx = traceContext(board, readings);
    const pin = ctx.pins[at];
    if (!pin) throw new Error('no pin');
    return whatWouldTell(ctx, pin, believed);
  };
  it('a track’s end under the mask is scraped first; once it was, no more', () => {
    const board = microB(GONE, {
      points: [testPoint('pour', 'pour', 12, 12), testPoint('end', 'track-end', 0, 1)],
    });
    expect(acts(VBUS, board)[0]).toMatch(/^Scrape 1 to 2 mm of mask off at end/);
    expect(acts(VBUS, board, [testReading('end', 'pour', 'OL')]).join()).not.toMatch(/Scrape/);
  });
  it('with no end marked, it is looked for; few marked parts are said; a pair has ways of its own', () => {
    expect(acts(VBUS, microB(GONE))[0]).toMatch(/mark that place as the end of a track/);
    expect(acts(DATA, microB(GONE)).join()).toMatch(/Only 3 parts are marked/);
    const rivals = {
      landings: [
        { pointId: 'R1.1', p: 0.6 },
        { pointId: 'R2.1', p: 0.3 },
      ],
    } as unknown as TargetBelief;
    expect(acts(DATA, microB(GONE), [], rivals).join()).toMatch(/exchanged/);
    expect(acts(DATA, microB(GONE)).join()).not.toMatch(/exchanged/);
    // Nothing is powered to find out where a pin goes.
    expect(acts(VBUS, microB(GONE)).join()).not.toMatch(/power|volts/);
  });
  it('every open pin names at least one act', () => {
    for (const row of pinTable(traceContext(microB(GONE), [])))
      if (row.status === 'open') expect(row.wouldTell.length).toBeGreaterThan(0);
  });
  it('a scraped place belongs to the pin it was scraped for, wherever it lies, and is a landing once it rang', () => {
    const board = microB(GONE, {
      points: [
        testPoint('pour', 'pour', 12, 12),
        { ...testPoint('bare', 'track-end', 7, 7), ofPin: 'row1.1' },
      ],
    });
    const { targets } = traceAdvice(traceContext(board, [testReading('bare', 'C1.1', 0.2)]), {
      onlyToBuild: true,
    });
    const vbus = targets.find((t) => t.target.functions[0] === 'VBUS');
    expect(vbus?.status).toBe('sure');
    expect(vbus?.landings.map((l) => l.pointId)).toEqual(expect.arrayContaining(['C1.1', 'bare']));
  });
});
