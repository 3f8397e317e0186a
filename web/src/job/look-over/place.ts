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
    value: null,
    terminals: terminals.map((at, i) => ({ id: `${id}.${i + 1}`, name: String(i + 1), at })),
  };
}

export function makeLeg(board: Board, face: Face, at: BoardPoint, fixing: Leg['fixing']): Leg {
  const id = freshId(board, 'leg');
  return { id, name: `leg ${id.slice(3)}`, face, at, fixing, state: 'unchecked' };
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

/** The board without the thing of that id: a pin takes its whole row with it, a terminal its part. */
export function without(board: Board, id: string): Board {
  return {
    ...board,
    rows: board.rows.filter((r) => r.id !== id && !r.pins.some((p) => p.id === id)),
    legs: board.legs.filter((l) => l.id !== id),
    components: board.components.filter((c) => c.id !== id && !c.terminals.some((t) => t.id === id)),
    points: board.points.filter((p) => p.id !== id),
  };
}

/** The board with one thing moved by millimetres: a pin moves its whole row. */
export function nudged(board: Board, id: string, dx: number, dy: number): Board {
  const by = (p: BoardPoint): BoardPoint => ({ x: p.x + dx, y: p.y + dy });
  return {
    ...board,
    rows: board.rows.map((r) => (r.pins.some((p) => p.id === id) ? { ...r, first: by(r.first) } : r)),
    legs: board.legs.map((l) => (l.id === id ? { ...l, at: by(l.at) } : l)),
    components: board.components.map((c) => ({
      ...c,
      terminals: c.terminals.map((t) => (t.id === id ? { ...t, at: by(t.at) } : t)),
    })),
    points: board.points.map((p) => (p.id === id ? { ...p, at: by(p.at) } : p)),
  };
}
