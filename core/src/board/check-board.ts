import { readFrame } from '../geometry/photo-measure';
import type { Board } from './board';
import { lineLengthMm } from './board-line';

export interface BoardFault {
  readonly code: 'duplicate-id' | 'bad-measure' | 'offsets-mismatch' | 'scar-off-track';
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
    ...board.cord.map((wire, i) => [wire.id, `cord.${i}.id`] as const),
    ...board.spots.map((spot, i) => [spot.id, `spots.${i}.id`] as const),
    ...board.components.flatMap((c, i) => [
      [c.id, `components.${i}.id`] as const,
      ...c.terminals.map((t, k) => [t.id, `components.${i}.terminals.${k}.id`] as const),
    ]),
    ...board.points.map((point, i) => [point.id, `points.${i}.id`] as const),
    ...board.lines.map((line, i) => [line.id, `lines.${i}.id`] as const),
    ...board.areas.map((area, i) => [area.id, `areas.${i}.id`] as const),
    ...board.overlays.map((o, i) => [o.id, `overlays.${i}.id`] as const),
  ];
}

/**
 * The invariants of a Board that field-by-field validation cannot see: ids unique, usable measures, as many
 * offsets as pins, scars on their track. Returns the first fault, or `null` when the board is sound.
 */
export function checkBoard(board: Board): BoardFault | null {
  const seen = new Set<string>();
  for (const [id, path] of idPaths(board)) {
    if (seen.has(id))
      return { code: 'duplicate-id', path, message: `The id ${id} stands twice on this board` };
    seen.add(id);
  }
  for (const [i, sheet] of board.faces.entries()) {
    const verdict = sheet.measure && readFrame(sheet.measure);
    if (verdict && !verdict.ok)
      return { code: 'bad-measure', path: `faces.${i}.measure.${verdict.path}`, message: verdict.message };
  }
  for (const [i, line] of board.lines.entries()) {
    const length = lineLengthMm(line.points);
    const scar = line.scars.findIndex((s) => s.atMm < 0 || s.atMm > length + 1e-6);
    if (scar >= 0)
      return {
        code: 'scar-off-track',
        path: `lines.${i}.scars.${scar}.atMm`,
        message: `The line is ${length.toFixed(1)} mm long; its scar lies beyond its end`,
      };
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
