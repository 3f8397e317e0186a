import type { PhotoScale } from '../geometry/photo-scale';
import { readScale } from '../geometry/photo-scale';
import type { BoardPoint } from '../geometry/point';
import { boardPoint } from '../geometry/point';
import type { Board, Face } from './board';

/**
 * Sets or corrects the scale of a face. What was clicked on the picture stays where it was clicked: places on that
 * face are moved to their new millimetres, while pitches, which are known figures, stay as they are.
 * Throws RangeError for a scale that `readScale` refuses or a face without a picture.
 */
export function setScale(board: Board, face: Face, scale: PhotoScale): Board {
  const next = readScale(scale);
  if (!next.ok) throw new RangeError(next.message);
  const sheet = board.faces.find((f) => f.face === face);
  if (!sheet) throw new RangeError(`the ${face} face has no picture`);
  const before = sheet.scale ? readScale(sheet.scale) : null;
  const ratio = before?.ok ? next.mmPerPx / before.mmPerPx : 1;
  const move = (p: BoardPoint): BoardPoint => boardPoint(p.x * ratio, p.y * ratio);
  const here = (thing: { readonly face: Face }): boolean => thing.face === face;
  return {
    ...board,
    faces: board.faces.map((f) => (f.face === face ? { ...f, scale } : f)),
    rows: board.rows.map((r) => (here(r) ? { ...r, first: move(r.first) } : r)),
    legs: board.legs.map((l) => (here(l) ? { ...l, at: move(l.at) } : l)),
    components: board.components.map((c) =>
      here(c) ? { ...c, terminals: c.terminals.map((t) => ({ ...t, at: move(t.at) })) } : c,
    ),
    points: board.points.map((p) => (here(p) ? { ...p, at: move(p.at) } : p)),
  };
}
