import { readScale } from '../geometry/photo-scale';
import type { Board } from './board';

export interface BoardFault {
  readonly code: 'duplicate-id' | 'two-pictures' | 'bad-scale' | 'offsets-mismatch';
  /** Path of the field at fault, as in `faces.0.scale.lengthMm`. */
  readonly path: string;
  readonly message: string;
}

function idPaths(board: Board): (readonly [string, string])[] {
  return [
    ...board.rows.flatMap((row, r) => [
      [row.id, `rows.${r}.id`] as const,
      ...row.pins.map((pin, p) => [pin.id, `rows.${r}.pins.${p}.id`] as const),
    ]),
    ...board.legs.map((leg, i) => [leg.id, `legs.${i}.id`] as const),
    ...board.components.flatMap((c, i) => [
      [c.id, `components.${i}.id`] as const,
      ...c.terminals.map((t, k) => [t.id, `components.${i}.terminals.${k}.id`] as const),
    ]),
    ...board.points.map((point, i) => [point.id, `points.${i}.id`] as const),
  ];
}

/**
 * The invariants of a Board that field-by-field validation cannot see: ids unique, one picture a face, usable scales,
 * as many offsets as pins. Returns the first fault, or `null` when the board is sound.
 */
export function checkBoard(board: Board): BoardFault | null {
  const seen = new Set<string>();
  for (const [id, path] of idPaths(board)) {
    if (seen.has(id))
      return { code: 'duplicate-id', path, message: `The id ${id} stands twice on this board` };
    seen.add(id);
  }
  for (const [i, sheet] of board.faces.entries()) {
    if (board.faces.findIndex((f) => f.face === sheet.face) !== i) {
      return {
        code: 'two-pictures',
        path: `faces.${i}.face`,
        message: `The ${sheet.face} face has two pictures`,
      };
    }
    const verdict = sheet.scale && readScale(sheet.scale);
    if (verdict && !verdict.ok) {
      const field = verdict.code === 'no-length' ? 'lengthMm' : 'to';
      return { code: 'bad-scale', path: `faces.${i}.scale.${field}`, message: verdict.message };
    }
  }
  for (const [i, row] of board.rows.entries()) {
    if (row.offsetsMm && row.offsetsMm.length !== row.pins.length) {
      return {
        code: 'offsets-mismatch',
        path: `rows.${i}.offsetsMm`,
        message: `The row has ${row.pins.length} pins but ${row.offsetsMm.length} offsets`,
      };
    }
  }
  return null;
}
