import type { ConnectorFamily, FamilyRow } from '../connector/family';
import { FAMILIES, familyRows, rowOfCount } from '../connector/family';
import type { BoardPoint } from '../geometry/point';
import { boardPoint } from '../geometry/point';
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
    ...board.cord.map((w) => w.id),
    ...board.spots.map((p) => p.id),
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
 * Builds a row of pins. When the count is that of a row of the family, numbers, functions and uneven spacing come from
 * it; otherwise the pins are numbered 1 up with unknown functions. All pads start unchecked.
 * @param row which of the family's rows is meant; by default the first with that many contacts
 * Throws RangeError unless count is 1 to 60 and the pitch above 0.
 */
export function placeRow(
  board: Board,
  order: RowOrder,
  row: FamilyRow | null = rowOfCount(FAMILIES[order.family], order.count),
): PinRow {
  if (!(Number.isInteger(order.count) && order.count >= 1 && order.count <= 60)) {
    throw new RangeError(`a row has 1 to 60 pins, got ${order.count}`);
  }
  if (!(order.pitchMm > 0)) throw new RangeError(`a pitch is above 0 mm, got ${order.pitchMm}`);
  const id = freshId(board, 'row');
  const sheet = FAMILIES[order.family];
  const left = row?.contacts[0]?.at.x ?? 0;
  const right = row?.contacts.at(-1)?.at.x ?? 0;
  const template = order.mirrored ? row?.contacts.toReversed() : row?.contacts;
  const pins = Array.from({ length: order.count }, (_, i): Pin => {
    const pin = template?.[i];
    const number = pin?.number ?? String(order.mirrored ? order.count - i : i + 1);
    return { id: `${id}.${number}`, number, function: pin?.function ?? 'unknown', state: 'unchecked' };
  });
  const spread = (template ?? []).map((c) => (order.mirrored ? right - c.at.x : c.at.x - left));
  const scale = order.pitchMm / sheet.pitchMm;
  const uneven = spread.some((at, i) => Math.abs(at - i * sheet.pitchMm) > 1e-6);
  return {
    id,
    face: order.face,
    first: order.first,
    directionDeg: order.directionDeg,
    pitchMm: order.pitchMm,
    measuredPitch: order.measuredPitch ?? null,
    padMm: order.padMm ?? null,
    offsetsMm: uneven ? spread.map((at) => Number((at * scale).toFixed(4))) : null,
    pins,
  };
}

/**
 * Builds all rows of a family from its first row's first pad: the others lie where the family has them, at the same scale. Rows on the
 * other face of the board are left out: they are placed there. Throws as `placeRow` does, and for a family without contacts.
 * @param apartMm how far the second row was measured to lie below the first, mm; `null` takes the family's own distance
 */
export function placeFamily(
  board: Board,
  order: Omit<RowOrder, 'count'>,
  apartMm: number | null = null,
): PinRow[] {
  const sheet = FAMILIES[order.family];
  const rows = familyRows(sheet).filter((r) => !r.under);
  const [first] = rows;
  if (!first) throw new RangeError(`the family ${order.family} has no contacts of its own`);
  const scale = order.pitchMm / sheet.pitchMm;
  const turn = (order.directionDeg * Math.PI) / 180;
  const start = (r: FamilyRow): number =>
    order.mirrored ? -(r.contacts.at(-1)?.at.x ?? 0) : (r.contacts[0]?.at.x ?? 0);
  const placed: PinRow[] = [];
  for (const row of rows) {
    const along = (start(row) - start(first)) * scale;
    const across = placed.length > 0 && apartMm !== null ? apartMm : (row.y - first.y) * scale;
    const at = boardPoint(
      order.first.x + along * Math.cos(turn) - across * Math.sin(turn),
      order.first.y + along * Math.sin(turn) + across * Math.cos(turn),
    );
    const so = { ...board, rows: [...board.rows, ...placed] };
    placed.push(placeRow(so, { ...order, first: at, count: row.contacts.length }, row));
  }
  return placed;
}
