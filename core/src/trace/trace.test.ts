import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import type { Board, PinRow } from '../board/board';
import { EMPTY_BOARD } from '../board/board';
import { placeRow } from '../board/place-row';
import type { PadState } from '../board/pad-state';
import type { Reading } from '../board/reading';
import { testPart, testPoint, testReading } from '../board/test-board';
import type { BoardTruth } from '../practice/truth';
import { showTruth } from '../practice/truth';
import { nextProbe, openPins } from './next-probe';
import { probeKey } from './probe-order';
import { pinTable } from './pin-table';
import { traceContext } from './trace-context';

/** A Micro-B board: fuse on VBUS, two series resistors, a chip, a pour. */
function microBoard(
  states: readonly PadState[],
  seriesOhms: number,
  shuffleX: readonly number[],
): { board: Board; truth: BoardTruth } {
  const placed = placeRow(EMPTY_BOARD, {
    family: 'micro-b',
    face: 'top',
    first: { x: 5, y: 5 },
    directionDeg: 0,
    pitchMm: 0.65,
    count: 5,
    mirrored: false,
  });
  const row: PinRow = { ...placed, pins: placed.pins.map((p, i) => ({ ...p, state: states[i] ?? 'sound' })) };
  const x = (i: number): number => shuffleX[i] ?? i * 3;
  const board: Board = {
    ...EMPTY_BOARD,
    family: 'micro-b',
    rows: [row],
    legs: [
      {
        id: 'leg1',
        name: 'leg',
        face: 'top',
        at: { x: 3, y: 4 },
        fixing: 'surface',
        slot: null,
        state: 'sound',
      },
    ],
    components: [
      testPart('F1', 'fuse', null, x(0), 9),
      testPart('R1', 'resistor', null, x(1), 9),
      testPart('R2', 'resistor', null, x(2), 9),
      testPart('R3', 'resistor', 10_000, x(3), 9),
      testPart('C1', 'capacitor', null, x(4), 12),
    ],
    points: [testPoint('pour', 'pour', 12, 12)],
  };
  const pin = (n: number): string => row.pins[n - 1]?.id ?? '';
  const netOf = {
    [pin(1)]: 'VBUS',
    'F1.1': 'VBUS',
    'F1.2': 'VIN',
    'C1.1': 'VIN',
    'C1.2': 'GND',
    [pin(2)]: 'DM',
    'R1.1': 'DM',
    'R1.2': 'DMC',
    [pin(3)]: 'DP',
    'R2.1': 'DP',
    'R2.2': 'DPC',
    'R3.1': 'VIN',
    'R3.2': 'LED',
    [pin(5)]: 'GND',
    leg1: 'GND',
    pour: 'GND',
  };
  const gone = new Set(
    row.pins.filter((p) => ['torn', 'cracked', 'trace-torn'].includes(p.state)).map((p) => p.id),
  );
  const truth: BoardTruth = {
    board: {
      ...board,
      components: board.components.map((c) =>
        c.id === 'R1' || c.id === 'R2' ? { ...c, value: seriesOhms } : c,
      ),
    },
    netOf,
    gone,
    groundNet: 'GND',
    inputOhms: 30_000,
    inputNet: 'VBUS',
    beepOhms: 40,
  };
  return { board, truth };
}

function follow(board: Board, truth: BoardTruth, limit = 150): Reading[] {
  const readings: Reading[] = [];
  for (let i = 0; i < limit; i += 1) {
    const order = nextProbe(traceContext(board, readings));
    if (!order) return readings;
    readings.push({
      id: `r${i}`,
      at: '',
      struck: false,
      red: order.red,
      black: order.black,
      mode: order.mode,
      ...showTruth(truth, order.red, order.black, order.mode),
    });
  }
  throw new Error('the rules do not come to an end');
}

const state = fc.constantFrom<PadState>('sound', 'sound', 'torn', 'lifted', 'cracked', 'starved');

describe('following the proposed probes', () => {
  it('finds the true net of every pin, whatever is torn, and comes to an end', () => {
    fc.assert(
      fc.property(
        fc.array(state, { minLength: 5, maxLength: 5 }),
        fc.constantFrom(22, 27, 33),
        fc.shuffledSubarray([0, 4, 8, 12, 16], { minLength: 5 }),
        (states, ohms, xs) => {
          const { board, truth } = microBoard(states, ohms, xs);
          const readings = follow(board, truth);
          const ctx = traceContext(board, readings);
          expect(openPins(ctx)).toBe(0);
          for (const row of pinTable(ctx)) {
            expect(row.contradictions).toEqual([]);
            if (row.landing) expect(truth.netOf[row.landing.pointId]).toBe(truth.netOf[row.pin.id]);
          }
          const functions = pinTable(ctx)
            .filter((r) => r.landing)
            .map((r) => r.pin.pin.function);
          expect(functions).toEqual(expect.arrayContaining(['VBUS', 'D-', 'D+', 'GND']));
        },
      ),
      { numRuns: 60 },
    );
  });
  it('asks ground first, then the short, then the small resistors', () => {
    const { board, truth } = microBoard([], 22, [0, 3, 6, 9, 12]);
    const rules: string[] = [];
    const readings: Reading[] = [];
    for (
      let order = nextProbe(traceContext(board, readings));
      order;
      order = nextProbe(traceContext(board, readings))
    ) {
      rules.push(order.rule);
      readings.push({
        id: `r${readings.length}`,
        at: '',
        struck: false,
        red: order.red,
        black: order.black,
        mode: order.mode,
        ...showTruth(truth, order.red, order.black, order.mode),
      });
    }
    const first = (rule: string): number => rules.indexOf(rule);
    expect(first('ground')).toBe(0);
    expect(first('short')).toBeGreaterThan(first('ground'));
    expect(first('resistor')).toBeGreaterThan(first('short'));
    expect(first('data')).toBeGreaterThan(first('resistor'));
    expect(rules.at(-1)).toBe('neighbour');
  });
  it('does not ask again what was skipped or answered', () => {
    const { board } = microBoard([], 22, [0, 3, 6, 9, 12]);
    const order = nextProbe(traceContext(board, []));
    expect(order).not.toBeNull();
    if (!order) return;
    const skipped = new Set([probeKey(order.black, order.red, order.mode)]);
    expect(nextProbe(traceContext(board, []), skipped)?.red).not.toBe(order.red);
  });
});

describe('the pin table', () => {
  it('warns of two supplies joined and of a shorted input', () => {
    const { board } = microBoard([], 22, [0, 3, 6, 9, 12]);
    const dock = { ...board, points: [...board.points, testPoint('dock', 'other-supply', 1, 1)] };
    const vbus = 'row1.1';
    expect(pinTable(traceContext(dock, [testReading(vbus, 'dock', 'beep')]))[0]?.contradictions[0]).toMatch(
      /two supplies/,
    );
    expect(pinTable(traceContext(board, [testReading(vbus, 'pour', 0.4)]))[0]?.contradictions[0]).toMatch(
      /shorted/,
    );
  });
  it('a bridge between pins of different functions contradicts', () => {
    const { board } = microBoard([], 22, [0, 3, 6, 9, 12]);
    expect(
      pinTable(traceContext(board, [testReading('row1.2', 'row1.3', 'beep')]))[1]?.contradictions[0],
    ).toMatch(/bridge/);
  });
  it('a beep through 22 ohm is asked again in ohms', () => {
    const { board } = microBoard([], 22, [0, 3, 6, 9, 12]);
    const marked = {
      ...board,
      components: board.components.map((c) => (c.id === 'R1' ? { ...c, value: 22 } : c)),
    };
    const order = nextProbe(traceContext(marked, [testReading('R1.1', 'R1.2', 'beep')]));
    expect(order).toMatchObject({ rule: 'settle', mode: 'ohms' });
  });
  it('ID may stay without a landing; D+ may not', () => {
    const { board } = microBoard(['sound', 'sound', 'torn', 'torn', 'sound'], 22, [0, 3, 6, 9, 12]);
    const table = pinTable(traceContext(board, []));
    expect(table[3]?.status).toBe('needless');
    expect(table[2]?.status).toBe('open');
    expect(table[0]?.status).toBe('sound');
  });
});

describe('type C', () => {
  it('a torn D+ lands where its sister on the other side does', () => {
    const placed = placeRow(EMPTY_BOARD, {
      family: 'type-c-16',
      face: 'top',
      first: { x: 0, y: 0 },
      directionDeg: 0,
      pitchMm: 0.5,
      count: 12,
      mirrored: false,
    });
    const board: Board = {
      ...EMPTY_BOARD,
      family: 'type-c-16',
      rows: [
        { ...placed, pins: placed.pins.map((p) => ({ ...p, state: p.number === 'A6' ? 'torn' : 'sound' })) },
      ],
      components: [testPart('R6', 'resistor', 22, 3, 4)],
    };
    const table = pinTable(traceContext(board, [testReading('row1.B6', 'R6.1', 'beep')]));
    expect(table.find((r) => r.pin.pin.number === 'A6')?.landing?.pointId).toBe('R6.1');
  });
});

describe('the made-up meter', () => {
  it('refuses points and modes it does not know', () => {
    const { truth } = microBoard([], 22, []);
    expect(() => showTruth(truth, 'nope', 'pour', 'ohms')).toThrow(RangeError);
    expect(() => showTruth(truth, 'pour', 'leg1', 'diode')).toThrow(RangeError);
  });
});
