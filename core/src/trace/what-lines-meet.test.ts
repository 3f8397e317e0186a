import { describe, expect, it } from '@jest/globals';
import type { Board, Component, PinRow } from '../board/board';
import { EMPTY_BOARD } from '../board/board';
import type { PadState } from '../board/pad-state';
import type { Reading } from '../board/reading';
import { traceBelief } from '../belief/belief';
import type { TargetBelief } from '../belief/pin-belief';
import { targetBelief, traceTargets } from '../belief/pin-belief';
import { traceContext } from '../belief/trace-context';
import { traceScene } from '../belief/trace-scene';
import type { ConnectorFamily } from '../connector/family';
import type { PinFunction } from '../connector/pin-function';
import { FURTHER_STAGES } from '../practice/further-stages';
import { brokenBoard } from '../practice/broken-board';
import { testComponent, testPoint, testReading, testRows } from '../testing/test-board';

const rowsOf = (family: ConnectorFamily, stateOf: (f: PinFunction) => PadState): PinRow[] =>
  testRows(family, (p) => stateOf(p.function));

/** A micro-B port with its pads whole; a fuse and three resistors before it. */
const micro = (): Board => ({
  ...EMPTY_BOARD,
  family: 'micro-b',
  rows: rowsOf('micro-b', () => 'sound'),
  components: [
    testComponent('F1', 'fuse', null, 4, 8),
    testComponent('R1', 'resistor', null, 5.5, 8),
    testComponent('R2', 'resistor', null, 7.5, 8),
    testComponent('R3', 'resistor', null, 9.5, 8),
  ],
  points: [testPoint('pour', 'pour', 12, 12)],
});

/** A type C port of sixteen whose CC pads are torn or not; two resistors before them. */
const typeC = (cc: PadState): Board => ({
  ...EMPTY_BOARD,
  family: 'type-c-16',
  rows: rowsOf('type-c-16', (f) => (f === 'CC1' || f === 'CC2' ? cc : 'sound')),
  components: [
    testComponent('R1', 'resistor', null, 6.5, 8),
    testComponent('R2', 'resistor', null, 9, 8),
    testComponent('F1', 'fuse', null, 12, 8),
  ],
  points: [testPoint('pour', 'pour', 14, 14)],
});

function believed(board: Board, readings: readonly Reading[], f: PinFunction): TargetBelief {
  const belief = traceBelief(traceContext(board, readings));
  const target = traceTargets(belief).find((t) => t.functions[0] === f);
  if (!target) throw new Error(`nothing is believed of ${f}`);
  return targetBelief(belief, target, 0.97, 8);
}
const pin = (board: Board, number: string): string =>
  board.rows.flatMap((r) => r.pins).find((p) => p.number === number)?.id ?? '';
const diode = (red: string, black: string): Reading => ({
  ...testReading(red, black, 'OL'),
  mode: 'diode',
});

describe('a line that goes nowhere', () => {
  const board = micro();
  const silent = ['2', '3'].map((n) => diode('pour', pin(board, n)));
  it('is the likelier the less its own pad shows against ground', () => {
    const before = believed(board, [testReading('F1.1', 'F1.2', 0.2)], 'D+').nowhere;
    const one = believed(board, [testReading('F1.1', 'F1.2', 0.2), diode('pour', pin(board, '3'))], 'D+');
    const both = believed(board, [testReading('F1.1', 'F1.2', 0.2), ...silent], 'D+');
    expect(before).toBeLessThan(0.25);
    expect(one.nowhere).toBeGreaterThan(2 * before);
    expect(both.nowhere).toBeGreaterThan(one.nowhere);
    expect(both.nowhere).toBeGreaterThan(0.75);
  });
  it('does not where its pad shows a junction, as a chip has it', () => {
    const shown = { ...diode('pour', pin(board, '3')), shown: 'value' as const, value: 0.65 };
    const before = believed(board, [testReading('F1.1', 'F1.2', 0.2)], 'D+').nowhere;
    expect(believed(board, [testReading('F1.1', 'F1.2', 0.2), shown], 'D+').nowhere).toBeLessThan(before);
  });
});

describe('what a data line ends at', () => {
  // Both ends of R3 read 50 kohm, one of them ground: a divider's lower half, of which a charger has one on each line.
  const readings = [testReading('R3.1', 'R3.2', 49_900), testReading('R3.2', 'pour', 'beep')];
  it('may be a divider or a host’s resistor to ground: its place is not ruled out', () => {
    const board = micro();
    const at = believed(board, readings, 'D+').landings.find((l) => l.pointId === 'R3.1');
    expect(at?.p).toBeGreaterThan(0.02);
    const rung = believed(board, [...readings, testReading(pin(board, '3'), 'R3.1', 0.2)], 'D+');
    expect([rung.status, rung.landings[0]?.pointId]).toEqual(['sure', 'R3.1']);
  });
});

describe('a reading across a part', () => {
  const torn = (components: readonly Component[]): Board => ({
    ...micro(),
    rows: rowsOf('micro-b', () => 'torn'),
    components: [...micro().components, ...components],
  });
  const chanceOf = (board: Board, readings: readonly Reading[], f: PinFunction, place: string): number =>
    believed(board, readings, f).landings.find((l) => l.pointId === place)?.p ?? 0;
  it('is weighed as that part: an ohm across a resistor makes it no data line, though a choke stands elsewhere', () => {
    const board = torn([testComponent('L9', 'choke', null, 20, 20)]);
    const across = (ohms: number): number =>
      chanceOf(board, [testReading('R2.1', 'R2.2', ohms)], 'D+', 'R2.1');
    const before = chanceOf(board, [], 'D+', 'R2.1');
    expect(across(1.15)).toBeLessThan(before);
    expect(across(22)).toBeGreaterThan(before);
  });
  it('that finds the pull-up counts, also beside one of the same cause that was taken along its line', () => {
    const board = torn([testComponent('R4', 'resistor', null, 7.5, 11)]);
    const link = testReading('R2.2', 'R4.1', 0.2);
    const along = testReading('R2.2', 'R4.2', 1500);
    const across = testReading('R4.1', 'R4.2', 1500);
    const plus = (readings: readonly Reading[]): number => chanceOf(board, readings, 'D+', 'R2.1');
    expect(plus([link, along, across])).toBeCloseTo(plus([link, across]), 9);
    expect(plus([link, across])).toBeGreaterThan(plus([link, along]));
  });
});

describe('CC1 and CC2', () => {
  it('may be one net before one resistor: neither is said to go nowhere for that', () => {
    const board = typeC('sound');
    const readings = [
      testReading(pin(board, 'A5'), 'R1.1', 0.2),
      testReading(pin(board, 'B5'), 'R1.1', 0.2),
      testReading('R1.1', 'R1.2', 5100),
      testReading('R1.2', 'pour', 'beep'),
    ];
    for (const f of ['CC1', 'CC2'] as const) {
      const { landings, nowhere } = believed(board, readings, f);
      expect(landings[0]?.pointId).toBe('R1.1');
      expect(landings[0]?.p).toBeGreaterThan(0.85);
      expect(nowhere).toBeLessThan(0.05);
    }
  });
  it('are not sure of a resistor that nobody measured, nor of one of 4.7 kohm as of one of 5.1', () => {
    const board = typeC('torn');
    const place = [testReading('R1.2', 'pour', 'beep'), testReading('R2.2', 'pour', 'beep')];
    const bare = believed(board, place, 'CC1');
    expect(bare.status).toBe('unsure');
    const chance = (ohms: number): number =>
      believed(board, [...place, testReading('R1.1', 'R1.2', ohms)], 'CC1').landings.find(
        (l) => l.pointId === 'R1.1',
      )?.p ?? 0;
    expect(chance(5080)).toBeGreaterThan(chance(4710));
    expect(chance(4710)).toBeGreaterThan(chance(100_000));
  });
});

describe('a stub', () => {
  it('before two pads in one column belongs to the nearer one', () => {
    const rows = rowsOf('usb-b', () => 'torn');
    const pads = rows.flatMap((r) => r.pins.map((p, i) => ({ id: p.id, row: r, i })));
    const [upper, lower] = rows;
    expect(upper?.pins).toHaveLength(2);
    const y = lower?.first.y ?? 0;
    const board: Board = {
      ...EMPTY_BOARD,
      family: 'usb-b',
      rows,
      components: [testComponent('R1', 'resistor', null, 5, y + 4)],
      points: [
        testPoint('stub', 'track-end', (lower?.first.x ?? 0) + 0.1, y + 0.9),
        testPoint('pour', 'pour', 20, 20),
      ],
    };
    const scene = traceScene(traceContext(board, []), 0.02);
    const owner = scene.pinOf[scene.index.get('stub') ?? -1] ?? -1;
    expect(traceContext(board, []).pins[owner]?.id).toBe(pads.find((p) => p.row === lower && p.i === 0)?.id);
  });
  it('between two pads belongs to neither, until somebody says whose track it is', () => {
    const rows = rowsOf('usb-b', () => 'torn');
    const [upper, lower] = rows;
    const x = lower?.first.x ?? 0;
    const y = ((upper?.first.y ?? 0) + (lower?.first.y ?? 0)) / 2;
    const ownerOf = (ofPin?: string): string | undefined => {
      const stub = { ...testPoint('stub', 'track-end', x, y), ...(ofPin === undefined ? {} : { ofPin }) };
      const board: Board = { ...EMPTY_BOARD, family: 'usb-b', rows, points: [stub] };
      const context = traceContext(board, []);
      const scene = traceScene(context, 0.02);
      return context.pins[scene.pinOf[scene.index.get('stub') ?? -1] ?? -1]?.id;
    };
    expect(ownerOf()).toBeUndefined();
    expect(ownerOf(upper?.pins[0]?.id)).toBe(upper?.pins[0]?.id);
  });
});

describe('the third set of made-up stages', () => {
  it.each(FURTHER_STAGES)('%s: parts on both faces, every required pin wired to something', (kind) => {
    const boards = Array.from({ length: 6 }, (_, i) => brokenBoard(i + 1, { kind }));
    const faces = boards.flatMap((b) => b.truth.board.components.map((c) => c.face));
    expect(new Set(faces)).toEqual(new Set(['top', 'bottom']));
    for (const { truth, required, pinNets } of boards) {
      expect(required.length).toBeGreaterThan(0);
      for (const id of required) {
        const net = pinNets[id];
        const there = [...truth.board.components.flatMap((c) => c.terminals.map((t) => t.id)), 'pour'];
        expect(there.some((t) => truth.netOf[t] === net)).toBe(true);
      }
    }
    expect(brokenBoard(3, { kind })).toEqual(brokenBoard(3, { kind }));
  });
});
