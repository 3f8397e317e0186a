import type { ConnectorFamily } from '../connector/family';
import { FAMILIES } from '../connector/family';
import type { BoardPoint } from '../geometry/point';
import type { Board, Face, Pin, PinRow } from './board';

export interface RowOrder {
  readonly family: ConnectorFamily;
  readonly face: Face;
  readonly first: BoardPoint;
  readonly directionDeg: number;
  readonly pitchMm: number;
  readonly count: number;
  /** Pin 1 (or A1) at the far end of the row. */
  readonly mirrored: boolean;
  readonly measuredPitch?: PinRow['measuredPitch'];
  readonly padMm?: PinRow['padMm'];
}

/** A short id not yet on the board: `row1`, `R7` and so on by prefix. */
export function freshId(board: Board, prefix: string): string {
  const taken = new Set([
    ...board.rows.map((r) => r.id),
    ...board.legs.map((l) => l.id),
    ...board.components.map((c) => c.id),
    ...board.points.map((p) => p.id),
    ...board.lines.map((l) => l.id),
    ...board.areas.map((a) => a.id),
    ...board.overlays.map((o) => o.id),
  ]);
  let n = 1;
  while (taken.has(`${prefix}${n}`)) n += 1;
  return `${prefix}${n}`;
}

/**
 * Builds a row of pins. When the count is that of the family's row, numbers, functions and uneven spacing come from
 * the family; otherwise the pins are numbered 1 up with unknown functions. All pads start unchecked.
 * Throws RangeError unless count is 1 to 60 and the pitch above 0.
 */
export function placeRow(board: Board, order: RowOrder): PinRow {
  if (!(Number.isInteger(order.count) && order.count >= 1 && order.count <= 60)) {
    throw new RangeError(`a row has 1 to 60 pins, got ${order.count}`);
  }
  if (!(order.pitchMm > 0)) throw new RangeError(`a pitch is above 0 mm, got ${order.pitchMm}`);
  const id = freshId(board, 'row');
  const sheet = FAMILIES[order.family];
  const known = sheet.row.length === order.count;
  const template = order.mirrored ? [...sheet.row].reverse() : sheet.row;
  const pins = Array.from({ length: order.count }, (_, i): Pin => {
    const pin = known ? template[i] : undefined;
    const number = pin?.number ?? String(order.mirrored ? order.count - i : i + 1);
    return { id: `${id}.${number}`, number, function: pin?.function ?? 'unknown', state: 'unchecked' };
  });
  const spread = sheet.row.map((p) => p.offsetMm);
  const last = Math.max(0, ...spread);
  const scale = order.pitchMm / sheet.pitchMm;
  const uneven = known && spread.some((at, i) => Math.abs(at - i * sheet.pitchMm) > 1e-6);
  const offsets = order.mirrored ? spread.map((at) => last - at).reverse() : spread;
  return {
    id,
    face: order.face,
    first: order.first,
    directionDeg: order.directionDeg,
    pitchMm: order.pitchMm,
    measuredPitch: order.measuredPitch ?? null,
    padMm: order.padMm ?? null,
    offsetsMm: uneven ? offsets.map((at) => Number((at * scale).toFixed(4))) : null,
    pins,
  };
}
