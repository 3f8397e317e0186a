import { describe, expect, it } from '@jest/globals';
import type { FoundPad } from '../photo/find-rows';
import type { FootprintProposal } from '../photo/found';
import { EMPTY_BOARD } from './board';
import { checkBoard } from './check-board';
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
    const board = placeProposal({ ...EMPTY_BOARD, family: 'micro-b' }, 'top', proposal, new Set());
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
