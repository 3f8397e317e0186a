import type { Board, PinRow } from '../board/board';
import { EMPTY_BOARD } from '../board/board';
import type { PadState } from '../board/pad-state';
import { placeFamily, placeRow } from '../board/place-row';
import { boardPoint } from '../geometry/point';

/** Five pads of a micro-B port on an empty board, from its corner to the right, not looked at. */
export const microRow = (): PinRow =>
  placeRow(EMPTY_BOARD, {
    family: 'micro-b',
    face: 'top',
    first: boardPoint(0, 0),
    directionDeg: 0,
    pitchMm: 0.65,
    count: 5,
    mirrored: false,
  });

/** A board of tests with a micro-B port: five sound pads from (18.7, 14) to the right, two legs through the board before them, its edge at y = 20. */
export function testPort(states: Readonly<Record<string, PadState>> = {}): Board {
  const rows = placeFamily(EMPTY_BOARD, {
    family: 'micro-b',
    face: 'top',
    first: boardPoint(18.7, 14),
    directionDeg: 0,
    pitchMm: 0.65,
    mirrored: false,
  });
  const leg = (id: string, x: number): Board['legs'][number] => ({
    id,
    name: id,
    face: 'top',
    at: boardPoint(x, 16.5),
    fixing: 'through-hole',
    slot: null,
    state: states[id] ?? 'sound',
  });
  return {
    ...EMPTY_BOARD,
    family: 'micro-b',
    rows: rows.map((r) => ({
      ...r,
      pins: r.pins.map((p) => ({ ...p, state: states[p.number] ?? 'sound' })),
    })),
    legs: [leg('left', 16.6), leg('right', 23.4)],
    lines: [
      {
        id: 'edge',
        name: 'edge',
        kind: 'edge',
        face: 'top',
        points: [boardPoint(0, 20), boardPoint(40, 20)],
        scars: [],
      },
    ],
  };
}
