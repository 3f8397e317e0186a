import { describe, expect, it } from '@jest/globals';
import { twoClicks } from '../geometry/photo-measure';
import { fitSimilarity } from '../geometry/fit-similarity';
import { CONNECTOR_FAMILIES, FAMILIES } from '../connector/family';
import type { Board, BoardLine } from './board';
import { EMPTY_BOARD } from './board';
import { checkBoard } from './check-board';
import { freshId, placeFamily, placeRow } from './place-row';
import { pinPoint, probePoints, spanMm } from './probe-point';
import { testBoard, testComponent, testPoint } from '../testing/test-board';

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
  it('every family places all its rows where its contacts stand, in any direction and at any scale', () => {
    for (const family of CONNECTOR_FAMILIES) {
      const sheet = FAMILIES[family];
      const above = sheet.contacts.filter((c) => c.under !== true);
      if (above.length === 0) continue;
      for (const [directionDeg, mirrored, scale] of [
        [0, false, 1],
        [37, false, 1.01],
        [200, true, 1],
      ] as const) {
        const rows = placeFamily(EMPTY_BOARD, {
          ...order,
          family,
          directionDeg,
          mirrored,
          pitchMm: sheet.pitchMm * scale,
        });
        const placed = rows.flatMap((r) => r.pins.map((p, i) => ({ number: p.number, at: pinPoint(r, i) })));
        expect(placed).toHaveLength(above.length);
        expect(new Set(rows.flatMap((r) => r.pins.map((p) => p.id))).size).toBe(above.length);
        const pairs = above.flatMap((c) => {
          const found = placed.find((p) => p.number === c.number);
          return found ? [{ from: c.at, to: found.at }] : [];
        });
        const fit = fitSimilarity(pairs, { mirrored, scale });
        expect(fit.ok && Math.max(...fit.fit.residuals)).toBeLessThan(0.001);
      }
    }
  });
  it('the second row of a family has its own numbers', () => {
    const [first, second] = placeFamily(EMPTY_BOARD, { ...order, family: 'usb-b', pitchMm: 2.5 });
    expect(first?.pins.map((p) => p.number)).toEqual(['2', '1']);
    expect(second?.pins.map((p) => p.number)).toEqual(['3', '4']);
    expect(second && pinPoint(second, 0).y - (first ? pinPoint(first, 0).y : 0)).toBeCloseTo(2, 9);
  });
  it('refuses a family without contacts', () => {
    expect(() => placeFamily(EMPTY_BOARD, { ...order, family: 'other' })).toThrow(/no contacts/);
  });
});

describe('checkBoard', () => {
  const face = {
    face: 'top',
    photoId: 'x',
    widthPx: 10,
    heightPx: 10,
    name: '',
    shown: true,
    opacity: 1,
    measure: null,
  } as const;
  it('passes an honest board', () => {
    expect(
      checkBoard({
        ...testBoard([testPoint('p')], [testComponent('R1', 'resistor')]),
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
  it('names a length of nothing, clicks in one place and a scar beyond its track', () => {
    const with_ = (lengthMm: number, x: number): Board => ({
      ...EMPTY_BOARD,
      faces: [{ ...face, measure: twoClicks({ x: 0, y: 0 }, { x, y: 0 }, lengthMm) }],
    });
    expect(checkBoard(with_(0, 9))).toMatchObject({ path: 'faces.0.measure.lengths.0.lengthMm' });
    expect(checkBoard(with_(4, 0))).toMatchObject({ path: 'faces.0.measure.lengths.0.to' });
    const line: BoardLine = {
      id: 'track1',
      name: '',
      kind: 'track',
      face: 'top',
      points: [
        { x: 0, y: 0 },
        { x: 3, y: 4 },
      ],
      scars: [{ atMm: 6, kind: 'cracked', lengthMm: 0 }],
    };
    expect(checkBoard({ ...EMPTY_BOARD, lines: [line] })).toMatchObject({
      code: 'scar-off-track',
      path: 'lines.0.scars.0.atMm',
    });
  });
  it('names offsets that do not fit the pins', () => {
    expect(
      checkBoard({ ...EMPTY_BOARD, rows: [{ ...placeRow(EMPTY_BOARD, order), offsetsMm: [0] }] }),
    ).toMatchObject({ path: 'rows.0.offsetsMm' });
  });
});

describe('points', () => {
  it('are listed with names for the slip, and spans only within a face', () => {
    const board = testBoard(
      [testPoint('p', 'plain', 0, 0), { ...testPoint('q', 'plain', 3, 4), face: 'bottom' }],
      [testComponent('R1', 'resistor', 22, 3, 4)],
    );
    const [end, , p, q] = probePoints(board);
    expect(end?.label).toBe('R1 1');
    expect(p && end && spanMm(p, end)).toBe(5);
    expect(p && q && spanMm(p, q)).toBeNull();
    expect(freshId(board, 'R')).toBe('R2');
  });
});
