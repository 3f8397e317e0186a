import { describe, expect, it } from '@jest/globals';
import type { FoundPad } from '../photo/find-rows';
import type { FootprintProposal } from '../photo/found';
import { EMPTY_BOARD } from './board';
import { checkBoard } from './check-board';
import type { FirstPin } from './place-proposal';
import { placeProposal } from './place-proposal';
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
