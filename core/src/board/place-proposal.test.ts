import { describe, expect, it } from '@jest/globals';
import type { FoundPad } from '../photo/row-on-line';
import type { FootprintProposal } from '../photo/found';
import { EMPTY_BOARD } from './board';
import { checkBoard } from './check-board';
import type { FirstPin } from './place-proposal';
import { moveFace } from './arrange';
import { MOST_SEEN_WRONG, placeProposal, strikeRefused } from './place-proposal';
import { boardPoint } from '../geometry/point';
import { similarity } from '../geometry/projective';
import { pinPoint } from './probe-point';

const pad = (x: number, state: FoundPad['state']): FoundPad => ({
  at: { x, y: 5 },
  state,
  sizeMm: [0.4, 1.35],
  holeMm: null,
  number: null,
  chance: 0.9,
});
const proposal: FootprintProposal = {
  patterns: [],
  doubts: [],
  rows: [
    {
      pads: [
        pad(5, 'present'),
        pad(5.65, 'torn'),
        pad(6.3, 'present'),
        pad(6.95, 'bridged'),
        pad(7.6, 'present'),
      ],
      directionDeg: 0,
      pitchMm: 0.65,
      pitchSigmaMm: 0.004,
      offsetsMm: null,
      family: null,
    },
  ],
  lands: [
    {
      at: { x: 3, y: 3 },
      fixing: 'surface',
      state: 'present',
      filled: null,
      chance: 0.9,
      slot: { widthMm: 1.2, lengthMm: 1.9, directionDeg: 90 },
    },
    {
      at: { x: 9, y: 3 },
      fixing: 'through-hole',
      state: 'torn',
      filled: null,
      chance: 0.9,
      slot: { widthMm: 0.6, lengthMm: 1.5, directionDeg: 90 },
    },
  ],
};

describe('placeProposal', () => {
  it('places rows with the measured pitch, the family’s numbers and the torn pads as torn', () => {
    const board = placeProposal(
      { ...EMPTY_BOARD, family: 'micro-b' },
      'top',
      proposal,
      new Set(),
      new Map([[0, 'first']]),
    );
    expect(checkBoard(board)).toBeNull();
    const [row] = board.rows;
    expect(row?.pins.map((p) => [p.function, p.state])).toEqual([
      ['VBUS', 'unchecked'],
      ['D-', 'torn'],
      ['D+', 'unchecked'],
      ['ID', 'bridged'],
      ['GND', 'unchecked'],
    ]);
    expect(row?.measuredPitch).toEqual({ mm: 0.65, sigmaMm: 0.004 });
    expect(row && pinPoint(row, 4).x).toBeCloseTo(7.6, 9);
    expect(board.legs.map((l) => l.state)).toEqual(['unchecked', 'hole-wall-gone']);
  });
  it('gives no functions where nobody said which end is pin 1, and turns the row round where it is the other', () => {
    const micro = { ...EMPTY_BOARD, family: 'micro-b' as const };
    const functions = (end: FirstPin): (string | undefined)[] =>
      placeProposal(micro, 'top', proposal, new Set(), new Map([[0, end]])).rows[0]?.pins.map(
        (p) => p.function,
      ) ?? [];
    expect(functions('unknown')).toEqual(Array.from({ length: 5 }, () => 'unknown'));
    expect(functions('last')).toEqual(['GND', 'ID', 'D+', 'D-', 'VBUS']);
  });
  it('keeps the numbers, the sizes and the holes that a pattern told', () => {
    const told: FootprintProposal = {
      ...proposal,
      rows: proposal.rows.map((r) => ({
        ...r,
        family: 'micro-b' as const,
        pads: r.pads.map((p, i) => ({
          ...p,
          number: String(5 - i),
          sizeMm: i === 4 ? ([0.6, 1.4] as const) : p.sizeMm,
          holeMm: i === 0 ? 0.7 : null,
        })),
      })),
    };
    const board = placeProposal(EMPTY_BOARD, 'top', told, new Set());
    expect(checkBoard(board)).toBeNull();
    const pins = board.rows[0]?.pins ?? [];
    expect(pins.map((p) => [p.number, p.function])).toEqual([
      ['5', 'GND'],
      ['4', 'ID'],
      ['3', 'D+'],
      ['2', 'D-'],
      ['1', 'VBUS'],
    ]);
    expect(pins.map((p) => p.holeMm)).toEqual([0.7, undefined, undefined, undefined, undefined]);
    expect(pins[4]?.padMm).toEqual([0.6, 1.4]);
    expect(pins[1]?.padMm).toBeUndefined();
  });
  it('leaves out what was refused, and changes nothing when all was', () => {
    expect(placeProposal(EMPTY_BOARD, 'top', proposal, new Set(['row 0', 'land 1']))).toMatchObject({
      rows: [],
      legs: [{ fixing: 'surface' }],
    });
    expect(placeProposal(EMPTY_BOARD, 'top', proposal, new Set(['row 0', 'land 0', 'land 1']))).toEqual(
      EMPTY_BOARD,
    );
  });
  it('gives plain numbers where the family has another count', () => {
    const [row] = placeProposal({ ...EMPTY_BOARD, family: 'usb-a' }, 'bottom', proposal, new Set()).rows;
    expect(row?.pins.map((p) => p.number)).toEqual(['1', '2', '3', '4', '5']);
    expect(row?.face).toBe('bottom');
  });
});

describe('what a reading had wrong', () => {
  const refused = new Set(['row 0', 'land 1'] as const);
  it('is kept by its places and its face, each once', () => {
    const once = strikeRefused(EMPTY_BOARD, 'top', proposal, refused);
    const places = [...(proposal.rows[0]?.pads ?? []), ...proposal.lands.slice(1, 2)].map((p) => p.at);
    expect(once.seenWrong).toEqual(places.map((at) => ({ face: 'top', at })));
    expect(strikeRefused(once, 'top', proposal, refused)).toBe(once);
    expect(strikeRefused(once, 'bottom', proposal, refused).seenWrong).toHaveLength(2 * places.length);
    expect(strikeRefused(EMPTY_BOARD, 'top', proposal, new Set())).toBe(EMPTY_BOARD);
  });
  it('moves with its face when that is measured anew', () => {
    const board = strikeRefused(EMPTY_BOARD, 'top', proposal, new Set(['land 1'] as const));
    const [place] = board.seenWrong;
    const moved = moveFace(board, 'top', similarity(2, 0, 1, 0)).seenWrong[0];
    expect(moved?.at.x).toBeCloseTo(2 * (place?.at.x ?? 0) + 1, 9);
    expect(moved?.at.y).toBeCloseTo(2 * (place?.at.y ?? 0), 9);
    expect(moveFace(board, 'bottom', similarity(2, 0, 1, 0)).seenWrong).toEqual(board.seenWrong);
  });
  it('is no more than so many places, the latest', () => {
    const many = Array.from({ length: MOST_SEEN_WRONG }, (_, i) => ({
      face: 'bottom' as const,
      at: boardPoint(i, 0),
    }));
    const { seenWrong } = strikeRefused({ ...EMPTY_BOARD, seenWrong: many }, 'top', proposal, refused);
    expect(seenWrong).toHaveLength(MOST_SEEN_WRONG);
    expect(seenWrong.at(-1)?.face).toBe('top');
    expect(seenWrong[0]).not.toEqual(many[0]);
  });
});
