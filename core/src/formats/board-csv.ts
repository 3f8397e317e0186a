import Papa from 'papaparse';
import type { Board } from '../board/board';
import { lineLengthMm } from '../board/board-line';
import { pinPoint } from '../board/probe-point';

const mm = (v: number): string => v.toFixed(3);

/** Every measured thing of a board, one line each, millimetres of its face; a comma-separated file with one line of headings. */
export function boardCsv(board: Board): string {
  const rows = [
    ...board.rows.flatMap((row) =>
      row.pins.map((pin, i) => {
        const at = pinPoint(row, i);
        return {
          kind: 'pad',
          id: pin.id,
          name: `${pin.number} ${pin.function}`,
          face: row.face,
          x_mm: mm(at.x),
          y_mm: mm(at.y),
          width_mm: row.padMm ? mm(row.padMm[0]) : '',
          length_mm: row.padMm ? mm(row.padMm[1]) : '',
          direction_deg: row.directionDeg.toFixed(2),
          state: pin.state,
        };
      }),
    ),
    ...board.legs.map((l) => ({
      kind: l.fixing,
      id: l.id,
      name: l.name,
      face: l.face,
      x_mm: mm(l.at.x),
      y_mm: mm(l.at.y),
      width_mm: l.slot ? mm(l.slot.widthMm) : '',
      length_mm: l.slot ? mm(l.slot.lengthMm) : '',
      direction_deg: l.slot ? l.slot.directionDeg.toFixed(2) : '',
      state: l.state,
    })),
    ...board.components.flatMap((c) =>
      c.terminals.map((t) => ({
        kind: c.kind,
        id: t.id,
        name: `${c.name} ${t.name}`,
        face: c.face,
        x_mm: mm(t.at.x),
        y_mm: mm(t.at.y),
        width_mm: '',
        length_mm: '',
        direction_deg: '',
        state: '',
      })),
    ),
    ...board.points.map((p) => ({
      kind: p.role,
      id: p.id,
      name: p.name,
      face: p.face,
      x_mm: mm(p.at.x),
      y_mm: mm(p.at.y),
      width_mm: '',
      length_mm: '',
      direction_deg: '',
      state: '',
    })),
    ...[...board.lines, ...board.areas].map((l) => ({
      kind: l.kind,
      id: l.id,
      name: l.name,
      face: l.face,
      x_mm: mm(l.points[0]?.x ?? 0),
      y_mm: mm(l.points[0]?.y ?? 0),
      width_mm: '',
      length_mm: mm(lineLengthMm(l.points)),
      direction_deg: '',
      state: '',
    })),
  ];
  const columns = [
    'kind',
    'id',
    'name',
    'face',
    'x_mm',
    'y_mm',
    'width_mm',
    'length_mm',
    'direction_deg',
    'state',
  ];
  // A cell that a spreadsheet would run as a formula is kept as text; a negative number is a number.
  return `${Papa.unparse({ fields: columns, data: rows.map((r) => columns.map((c) => r[c as keyof typeof r])) }, { escapeFormulae: /^(?:[=+@\t\r]|-(?![\d.]+$))/u })}\r\n`;
}
