import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import type { ConnectorFamily } from '../connector/family';
import { CONNECTOR_FAMILIES, FAMILIES, familyRows } from '../connector/family';
import type { Board } from './board';
import { EMPTY_BOARD } from './board';
import { placeFamily, placeRow } from './place-row';
import { pinPoint } from './probe-point';
import { parseFunctionLine, rowDoubts, turnRowRound } from './row-direction';

/** Families whose order, turned round, is another one, and whose first row is no plug's under side. */
const ORDERED = CONNECTOR_FAMILIES.filter((f) => (familyRows(FAMILIES[f])[0]?.contacts.length ?? 0) > 1);

/** A row with the opening to the edge below it (above it for a plug), turned by an angle; right or the other way round. */
function scene(family: ConnectorFamily, turnDeg: number, reversed: boolean): Board {
  const turn = (turnDeg * Math.PI) / 180;
  const put = (x: number, y: number) => ({
    x: 20 + x * Math.cos(turn) - y * Math.sin(turn),
    y: 20 + x * Math.sin(turn) + y * Math.cos(turn),
  });
  const row = familyRows(FAMILIES[family])[0];
  if (!row) throw new Error(`${family} has no row`);
  const first = put(row.contacts[0]?.at.x ?? 0, 0);
  const placed = placeRow(
    EMPTY_BOARD,
    {
      family,
      face: 'top',
      first,
      directionDeg: turnDeg,
      pitchMm: FAMILIES[family].pitchMm,
      count: row.contacts.length,
      mirrored: reversed,
    },
    row,
  );
  const y = family.endsWith('plug') ? -5 : 5;
  return {
    ...EMPTY_BOARD,
    family,
    rows: [placed],
    lines: [
      { id: 'line1', name: 'edge', kind: 'edge', face: 'top', points: [put(-9, y), put(9, y)], scars: [] },
    ],
  };
}

describe('a row that was placed the other way round', () => {
  it('is noticed by the opening at the edge, in every family and at every angle; a right one is not', () => {
    fc.assert(
      fc.property(fc.constantFrom(...ORDERED), fc.integer({ min: -180, max: 180 }), (family, turn) => {
        expect(rowDoubts(scene(family, turn, false))).toEqual([]);
        expect(rowDoubts(scene(family, turn, true))).toHaveLength(1);
      }),
    );
  });
  it('is noticed by the place of its other row, with no edge and no legs', () => {
    for (const family of ['usb-b', 'usb-a-3', 'type-c-24'] as const)
      for (const turn of [0, 90, 200])
        for (const mirrored of [false, true]) {
          const order = {
            family,
            face: 'top',
            first: { x: 20, y: 20 },
            directionDeg: turn,
            pitchMm: FAMILIES[family].pitchMm,
            mirrored,
          } as const;
          const rows = placeFamily(EMPTY_BOARD, order);
          const doubts = rowDoubts({ ...EMPTY_BOARD, family, rows });
          expect(`${family} ${turn}: ${doubts.length > 0}`).toBe(`${family} ${turn}: ${mirrored}`);
        }
  });
  it('is noticed by a printed 1, which speaks before the edge', () => {
    const right = scene('micro-b', 0, false);
    const row = right.rows[0];
    if (!row) throw new Error('no row');
    const near = (i: number) => ({ x: pinPoint(row, i).x, y: pinPoint(row, i).y - 1 });
    const marked = (i: number): Board => ({
      ...right,
      points: [{ id: 'point1', name: '1', face: 'top', at: near(i), role: 'plain' }],
    });
    expect(rowDoubts(marked(0))).toEqual([]);
    expect(rowDoubts(marked(4))[0]?.why).toMatch(/printed/);
  });
  it('is not claimed where edge and legs disagree, nothing stands near, or somebody vouched for it', () => {
    const wrong = scene('micro-b', 0, true);
    const leg = (id: string, x: number) =>
      ({
        id,
        name: id,
        face: 'top',
        at: { x, y: 16 },
        fixing: 'surface',
        slot: null,
        state: 'sound',
      }) as const;
    expect(rowDoubts({ ...wrong, legs: [leg('leg1', 17), leg('leg2', 23)] })).toEqual([]);
    expect(rowDoubts({ ...wrong, lines: [] })).toEqual([]);
    expect(rowDoubts({ ...wrong, rowsVouched: ['row1'] })).toEqual([]);
    expect(rowDoubts({ ...wrong, family: 'other' })).toEqual([]);
  });
  it('turned round it goes with the rest; pads keep their ids, places and states', () => {
    const wrong = scene('mini-b', 30, true);
    const turned = turnRowRound(wrong, 'row1');
    expect(rowDoubts(turned)).toEqual([]);
    expect(turned.rows[0]?.pins.map((p) => p.id)).toEqual(wrong.rows[0]?.pins.map((p) => p.id));
    expect(turned.rows[0]?.pins.map((p) => p.function)).toEqual(
      wrong.rows[0]?.pins.map((p) => p.function).toReversed(),
    );
    expect(turnRowRound(turned, 'row1')).toEqual(wrong);
  });
});

describe('the functions of a row in one line', () => {
  it.each([
    ['V D- D+ G', ['VBUS', 'D-', 'D+', 'GND']],
    ['5V, dm, dp, gnd', ['VBUS', 'D-', 'D+', 'GND']],
    ['L R G ?', ['LEFT', 'RIGHT', 'GND', 'unknown']],
    ['red white green black', ['VBUS', 'D-', 'D+', 'GND']],
  ])('%s', (line, functions) => {
    expect(parseFunctionLine(line, 4)).toEqual({ ok: true, functions });
  });
  it('refuses a wrong count and an unknown word, naming it', () => {
    expect(parseFunctionLine('V G', 4)).toMatchObject({
      ok: false,
      message: expect.stringContaining('4 pads'),
    });
    expect(parseFunctionLine('V D- Q G', 4)).toMatchObject({
      ok: false,
      message: expect.stringContaining('Q'),
    });
  });
});
