import type { BoardPoint } from '../geometry/point';
import { boardPoint } from '../geometry/point';
import type { FaceRegister } from './face-register';
import { acrossFaces } from './face-register';
import type { Board, Component, Face, Leg, LoosePoint, Pin, PinRow } from './board';

/** Anything a probe can touch, with what it belongs to. */
export type ProbePoint = {
  readonly id: string;
  /** How the slip names it: `R7 2`, `pin 3 D+`, `shell`. */
  readonly label: string;
  readonly face: Face;
  readonly at: BoardPoint;
} & (
  | { readonly owner: 'pin'; readonly pin: Pin; readonly row: PinRow }
  | { readonly owner: 'leg'; readonly leg: Leg }
  | { readonly owner: 'terminal'; readonly component: Component }
  | { readonly owner: 'point'; readonly point: LoosePoint }
);

/** Where the pin of that index in a row stands, board mm. Throws RangeError for an index outside the row. */
export function pinPoint(row: PinRow, index: number): BoardPoint {
  if (!(index >= 0 && index < row.pins.length))
    throw new RangeError(`row ${row.id} has no pin of index ${index}`);
  const along = row.offsetsMm?.[index] ?? index * row.pitchMm;
  const angle = (row.directionDeg * Math.PI) / 180;
  return boardPoint(row.first.x + along * Math.cos(angle), row.first.y + along * Math.sin(angle));
}

/** Every point of a board that a probe can touch, pins first, in board order. */
export function probePoints(board: Board): ProbePoint[] {
  const pins = board.rows.flatMap((row) =>
    row.pins.map((pin, i): ProbePoint => ({
      id: pin.id,
      label: `pin ${pin.number} ${pin.function === 'unknown' ? '' : pin.function}`.trim(),
      face: row.face,
      at: pinPoint(row, i),
      owner: 'pin',
      pin,
      row,
    })),
  );
  const legs = board.legs.map((leg): ProbePoint => ({
    id: leg.id,
    label: leg.name,
    face: leg.face,
    at: leg.at,
    owner: 'leg',
    leg,
  }));
  const terminals = board.components.flatMap((component) =>
    component.terminals.map((t): ProbePoint => ({
      id: t.id,
      label: `${component.name} ${t.name}`,
      face: component.face,
      at: t.at,
      owner: 'terminal',
      component,
    })),
  );
  const loose = board.points.map((point): ProbePoint => ({
    id: point.id,
    label: point.name,
    face: point.face,
    at: point.at,
    owner: 'point',
    point,
  }));
  return [...pins, ...legs, ...terminals, ...loose];
}

/** Straight distance in mm between two points, as the board is seen through; `null` across faces that are not laid on each other. */
export function spanMm(a: ProbePoint, b: ProbePoint, register: FaceRegister | null = null): number | null {
  const there = acrossFaces(register, b.at, b.face, a.face);
  return there && Math.hypot(a.at.x - there.x, a.at.y - there.y);
}
