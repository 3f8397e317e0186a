import type {
  Board,
  BoardPoint,
  Component,
  ComponentKind,
  Face,
  Leg,
  LoosePoint,
  PointRole,
} from '@zebbit/core';
import { freshId } from '@zebbit/core';

const LETTERS: Readonly<Record<ComponentKind, string>> = {
  resistor: 'R',
  capacitor: 'C',
  inductor: 'L',
  bead: 'FB',
  fuse: 'F',
  choke: 'CM',
  diode: 'D',
  'dual-diode': 'D',
  transistor: 'Q',
  'esd-array': 'U',
  chip: 'U',
  led: 'LED',
  button: 'SW',
  other: 'X',
};

const ROLE_NAMES: Readonly<Record<PointRole, string>> = {
  plain: 'point',
  pour: 'pour',
  shell: 'shell',
  via: 'via',
  'test-point': 'test point',
  'track-end': 'track end',
  'battery-plus': 'B+',
  'battery-minus': 'B−',
  'other-supply': 'other 5 V',
};

export function makeComponent(
  board: Board,
  kind: ComponentKind,
  face: Face,
  terminals: readonly BoardPoint[],
): Component {
  const id = freshId(board, LETTERS[kind]);
  return {
    id,
    name: id,
    kind,
    face,
    package: null,
    heatShy: false,
    value: null,
    terminals: terminals.map((at, i) => ({ id: `${id}.${i + 1}`, name: String(i + 1), at })),
  };
}

/** A leg from the two ends of its land or slot; clicked twice in one place it is round and of unknown size. */
export function makeLeg(
  board: Board,
  face: Face,
  from: BoardPoint,
  to: BoardPoint,
  fixing: Leg['fixing'],
): Leg {
  const id = freshId(board, 'leg');
  const lengthMm = Math.hypot(to.x - from.x, to.y - from.y);
  const known = lengthMm > 0.1;
  return {
    id,
    name: `${fixing === 'peg' ? 'peg' : 'leg'} ${id.slice(3)}`,
    face,
    at: { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 },
    fixing,
    slot: known
      ? {
          lengthMm,
          widthMm: fixing === 'peg' ? lengthMm : 0.6 * lengthMm,
          directionDeg: (Math.atan2(to.y - from.y, to.x - from.x) * 180) / Math.PI,
        }
      : null,
    state: fixing === 'peg' ? 'sound' : 'unchecked',
  };
}

export function makePoint(board: Board, face: Face, at: BoardPoint, role: PointRole): LoosePoint {
  const id = freshId(board, 'point');
  const alike = board.points.filter((p) => p.role === role).length;
  return {
    id,
    name: alike === 0 && role !== 'plain' ? ROLE_NAMES[role] : `${ROLE_NAMES[role]} ${alike + 1}`,
    face,
    at,
    role,
  };
}
