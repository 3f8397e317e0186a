import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { CONNECTOR_FAMILIES, FAMILIES } from '../connector/family';
import type { Board } from './board';
import { EMPTY_BOARD } from './board';
import { checkBoard } from './check-board';
import { freshId, placeRow } from './place-row';
import { pinPoint, probePoints, spanMm } from './probe-point';
import { setScale } from './rescale';
import { testBoard, testPart, testPoint } from './test-board';

const order = {
  family: 'micro-b',
  face: 'top',
  first: { x: 1, y: 2 },
  directionDeg: 0,
  pitchMm: 0.65,
  count: 5,
  mirrored: false,
} as const;

describe('placeRow', () => {
  it('takes numbers and functions from the family when the count fits', () => {
    const row = placeRow(EMPTY_BOARD, order);
    expect(row.pins.map((p) => p.function)).toEqual(['VBUS', 'D-', 'D+', 'ID', 'GND']);
    expect(row.offsetsMm).toBeNull();
    expect(pinPoint(row, 4)).toMatchObject({ x: 1 + 4 * 0.65, y: 2 });
  });
  it('mirrored, the last pin stands first and uneven spacing turns with it', () => {
    const row = placeRow(EMPTY_BOARD, {
      ...order,
      family: 'type-c-16',
      count: 12,
      pitchMm: 0.5,
      mirrored: true,
    });
    expect(row.pins[0]?.number).toBe('B1/A12');
    expect(row.offsetsMm?.[1]).toBeCloseTo(0.8, 6);
  });
  it('runs in any direction, and other counts have unknown functions', () => {
    const row = placeRow(EMPTY_BOARD, { ...order, directionDeg: 90, count: 3 });
    expect(pinPoint(row, 2).y).toBeCloseTo(2 + 1.3, 9);
    expect(row.pins.every((p) => p.function === 'unknown')).toBe(true);
  });
  it.each([0, 61, 2.5, Number.NaN])('refuses a count of %d', (count) => {
    expect(() => placeRow(EMPTY_BOARD, { ...order, count })).toThrow(RangeError);
  });
  it('refuses a pitch of 0 and an index outside the row', () => {
    expect(() => placeRow(EMPTY_BOARD, { ...order, pitchMm: 0 })).toThrow(RangeError);
    expect(() => pinPoint(placeRow(EMPTY_BOARD, order), 5)).toThrow(RangeError);
  });
  it('every family places at its own count with ids of its own', () => {
    for (const family of CONNECTOR_FAMILIES) {
      const count = FAMILIES[family].row.length;
      if (count === 0) continue;
      const row = placeRow(EMPTY_BOARD, { ...order, family, count, pitchMm: FAMILIES[family].pitchMm });
      expect(new Set(row.pins.map((p) => p.id)).size).toBe(count);
    }
  });
});

describe('checkBoard', () => {
  const face = { face: 'top', photoId: 'x', widthPx: 10, heightPx: 10, scale: null } as const;
  it('passes an honest board', () => {
    expect(
      checkBoard({
        ...testBoard([testPoint('p')], [testPart('R1', 'resistor')]),
        rows: [placeRow(EMPTY_BOARD, order)],
      }),
    ).toBeNull();
  });
  it('names the second of two equal ids', () => {
    expect(checkBoard(testBoard([testPoint('p'), testPoint('p')]))).toMatchObject({
      code: 'duplicate-id',
      path: 'points.1.id',
    });
  });
  it('names a scale of no length and two pictures of a face', () => {
    const scale = { from: { x: 0, y: 0 }, to: { x: 9, y: 0 }, lengthMm: 0 };
    expect(checkBoard({ ...EMPTY_BOARD, faces: [{ ...face, scale }] })).toMatchObject({
      path: 'faces.0.scale.lengthMm',
    });
    expect(
      checkBoard({
        ...EMPTY_BOARD,
        faces: [{ ...face, scale: { ...scale, to: { x: 0, y: 0 }, lengthMm: 4 } }],
      }),
    ).toMatchObject({ path: 'faces.0.scale.to' });
    expect(checkBoard({ ...EMPTY_BOARD, faces: [face, face] })).toMatchObject({ path: 'faces.1.face' });
  });
  it('names offsets that do not fit the pins', () => {
    expect(
      checkBoard({ ...EMPTY_BOARD, rows: [{ ...placeRow(EMPTY_BOARD, order), offsetsMm: [0] }] }),
    ).toMatchObject({ path: 'rows.0.offsetsMm' });
  });
});

describe('setScale', () => {
  it('keeps what was clicked where it was on the picture, and the pitch as it is', () => {
    const board: Board = {
      ...testBoard([testPoint('p', 'plain', 10, 20)], [testPart('R1', 'resistor', 22, 3, 4)]),
      faces: [
        {
          face: 'top',
          photoId: 'x',
          widthPx: 100,
          heightPx: 100,
          scale: { from: { x: 0, y: 0 }, to: { x: 100, y: 0 }, lengthMm: 10 },
        },
      ],
      rows: [placeRow(EMPTY_BOARD, order)],
    };
    fc.assert(
      fc.property(fc.double({ min: 0.5, max: 80, noNaN: true }), (lengthMm) => {
        const moved = setScale(board, 'top', { from: { x: 0, y: 0 }, to: { x: 100, y: 0 }, lengthMm });
        expect((moved.points[0]?.at.x ?? 0) / (lengthMm / 100)).toBeCloseTo(10 / 0.1, 6);
        expect(moved.rows[0]?.pitchMm).toBe(0.65);
        const back = setScale(moved, 'top', { from: { x: 0, y: 0 }, to: { x: 100, y: 0 }, lengthMm: 10 });
        expect(back.points[0]?.at.x).toBeCloseTo(10, 9);
      }),
    );
  });
  it('refuses a face without a picture and a length of 0', () => {
    expect(() =>
      setScale(EMPTY_BOARD, 'top', { from: { x: 0, y: 0 }, to: { x: 9, y: 0 }, lengthMm: 3 }),
    ).toThrow(RangeError);
    expect(() =>
      setScale(EMPTY_BOARD, 'top', { from: { x: 0, y: 0 }, to: { x: 9, y: 0 }, lengthMm: 0 }),
    ).toThrow(RangeError);
  });
});

describe('points', () => {
  it('are listed with names for the slip, and spans only within a face', () => {
    const board = testBoard(
      [testPoint('p', 'plain', 0, 0), { ...testPoint('q', 'plain', 3, 4), face: 'bottom' }],
      [testPart('R1', 'resistor', 22, 3, 4)],
    );
    const [end, , p, q] = probePoints(board);
    expect(end?.label).toBe('R1 1');
    expect(p && end && spanMm(p, end)).toBe(5);
    expect(p && q && spanMm(p, q)).toBeNull();
    expect(freshId(board, 'R')).toBe('R2');
  });
});
