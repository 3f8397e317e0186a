import type { BoardPoint } from '../geometry/point';
import type {
  AreaKind,
  Board,
  Component,
  ComponentKind,
  Face,
  FacePair,
  FaceSheet,
  Leg,
  LegFixing,
  LineKind,
  LoosePoint,
  Overlay,
  PointRole,
  TrackScar,
} from './board';
import { POINT_ROLE_SHEETS, REFERENCE_LETTERS } from './board';
import { nearestOnLine } from './board-line';
import type { PadState } from './pad-state';
import { freshId } from './place-row';

/** Edits of a board: each gives a new board, and the id of what was made where something was. */

export interface Placed {
  readonly board: Board;
  readonly id: string;
}

/** Places a component by its terminals; its name counts on from those of its letter. */
export function addComponent(
  board: Board,
  face: Face,
  kind: ComponentKind,
  terminals: readonly BoardPoint[],
  packageName: string | null = null,
): Placed & { readonly component: Component } {
  const id = freshId(board, REFERENCE_LETTERS[kind]);
  const component: Component = {
    id,
    name: id,
    kind,
    face,
    package: packageName,
    heatShy: false,
    value: null,
    terminals: terminals.map((at, i) => ({ id: `${id}.${i + 1}`, name: String(i + 1), at })),
  };
  return { board: { ...board, components: [...board.components, component] }, id, component };
}

/** Two clicks nearer than this are one place, mm. */
const ONE_PLACE_MM = 0.1;

/**
 * Places a leg from the two ends of its land, slot or hole; clicked twice in one place it is of unknown size.
 * @param widthMm how wide the land or slot is; without it the two clicks are the diameter of a round hole
 */
export function addLeg(
  board: Board,
  face: Face,
  from: BoardPoint,
  to: BoardPoint,
  fixing: LegFixing,
  widthMm: number | null = null,
): Placed {
  const id = freshId(board, 'leg');
  const lengthMm = Math.hypot(to.x - from.x, to.y - from.y);
  const leg: Leg = {
    id,
    name: `${fixing === 'peg' ? 'peg' : 'leg'} ${id.slice(3)}`,
    face,
    at: { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 },
    fixing,
    slot:
      lengthMm > ONE_PLACE_MM
        ? {
            lengthMm,
            widthMm: widthMm ?? lengthMm,
            directionDeg: (Math.atan2(to.y - from.y, to.x - from.x) * 180) / Math.PI,
          }
        : null,
    state: fixing === 'peg' ? 'sound' : 'unchecked',
  };
  return { board: { ...board, legs: [...board.legs, leg] }, id };
}

/** Places a loose point; the first of its role bears the role's name. */
export function addPoint(board: Board, face: Face, at: BoardPoint, role: PointRole): Placed {
  const id = freshId(board, 'point');
  const alike = board.points.filter((p) => p.role === role).length;
  const { name } = POINT_ROLE_SHEETS[role];
  const point: LoosePoint = {
    id,
    name: alike === 0 && role !== 'plain' ? name : `${name} ${alike + 1}`,
    face,
    at,
    role,
  };
  return { board: { ...board, points: [...board.points, point] }, id };
}

/** Draws a track or an edge. Throws RangeError with fewer than two corners. */
export function addLine(board: Board, face: Face, kind: LineKind, points: readonly BoardPoint[]): Placed {
  if (points.length < 2) throw new RangeError(`a line has two corners or more, got ${points.length}`);
  const id = freshId(board, kind === 'edge' ? 'edge' : 'track');
  const name = id.replace(/(\d+)$/u, ' $1');
  return { board: { ...board, lines: [...board.lines, { id, name, kind, face, points, scars: [] }] }, id };
}

/** Draws an area. Throws RangeError with fewer than three corners. */
export function addArea(board: Board, face: Face, kind: AreaKind, points: readonly BoardPoint[]): Placed {
  if (points.length < 3) throw new RangeError(`an area has three corners or more, got ${points.length}`);
  const id = freshId(board, 'area');
  return { board: { ...board, areas: [...board.areas, { id, name: kind, kind, face, points }] }, id };
}

/** A torn stretch is this long until it is measured, mm. */
const TORN_MM = 1;

/** Marks where a track is broken, at the place of it nearest to `at`. The board as it was when there is no such line. */
export function addScar(board: Board, lineId: string, at: BoardPoint, kind: TrackScar['kind']): Board {
  return {
    ...board,
    lines: board.lines.map((l) => {
      if (l.id !== lineId) return l;
      const { atMm } = nearestOnLine(l.points, at);
      return { ...l, scars: [...l.scars, { atMm, kind, lengthMm: kind === 'torn' ? TORN_MM : 0 }] };
    }),
  };
}

/** One place seen on both faces. */
export const addFacePair = (board: Board, pair: FacePair): Board => ({
  ...board,
  facePairs: [...board.facePairs, pair],
});

export const withoutFacePair = (board: Board, index: number): Board => ({
  ...board,
  facePairs: board.facePairs.filter((_, i) => i !== index),
});

/** Changes fields of one overlay; an unknown id changes nothing. */
export const editOverlay = (board: Board, id: string, part: Partial<Omit<Overlay, 'id'>>): Board => ({
  ...board,
  overlays: board.overlays.map((o) => (o.id === id ? { ...o, ...part } : o)),
});

export const withoutOverlay = (board: Board, id: string): Board => ({
  ...board,
  overlays: board.overlays.filter((o) => o.id !== id),
});

/** Changes fields of the picture of that index. */
export const editPicture = (board: Board, index: number, part: Partial<FaceSheet>): Board => ({
  ...board,
  faces: board.faces.map((f, i) => (i === index ? { ...f, ...part } : f)),
});

export const withoutPicture = (board: Board, index: number): Board => ({
  ...board,
  faces: board.faces.filter((_, i) => i !== index),
});

/** Lays the picture of that index on top of the others. */
export function raisePicture(board: Board, index: number): Board {
  const sheet = board.faces[index];
  return sheet ? { ...board, faces: [...board.faces.filter((_, i) => i !== index), sheet] } : board;
}

/** The board with the pads of those pins and legs in a state. */
export function withPadState(board: Board, ids: readonly string[], state: PadState): Board {
  const mine = new Set(ids);
  return {
    ...board,
    rows: board.rows.map((r) => ({
      ...r,
      pins: r.pins.map((p) => (mine.has(p.id) ? { ...p, state } : p)),
    })),
    legs: board.legs.map((l) => (mine.has(l.id) ? { ...l, state } : l)),
  };
}

/** The board with a place known by its name only; one of that name is used again. */
export function addSpot(board: Board, name: string): Placed {
  const said = name.trim();
  const known = board.spots.find((s) => s.name.toLowerCase() === said.toLowerCase());
  if (known) return { board, id: known.id };
  const id = freshId(board, 'spot');
  return { board: { ...board, spots: [...board.spots, { id, name: said }] }, id };
}
