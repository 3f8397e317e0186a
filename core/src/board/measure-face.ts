import type { PhotoMeasure } from '../geometry/photo-measure';
import type { PhotoFrame } from '../geometry/photo-frame';
import { readFrame } from '../geometry/photo-measure';
import { compose, project } from '../geometry/projective';
import { moveFace } from './arrange';
import type { Board, Face, FaceSheet } from './board';

/** The picture that gives a face its millimetres: the first of that face. */
export function basePicture(board: Board, face: Face): FaceSheet | null {
  return board.faces.find((f) => f.face === face) ?? null;
}

/** The frame of a face's base picture; `null` while it is not measured. */
export function faceFrame(board: Board, face: Face): PhotoFrame | null {
  const base = basePicture(board, face);
  const verdict = base?.measure ? readFrame(base.measure) : null;
  return verdict?.ok ? verdict.frame : null;
}

/**
 * Measures a picture, or measures it anew. When it is its face's base, what was clicked on it stays where it was clicked: all
 * places of the face move to their new millimetres, a pitch that was measured with them; a typed pitch stays.
 * Throws RangeError for a measure that `readFrame` refuses or an index without a picture.
 */
export function setMeasure(board: Board, index: number, measure: PhotoMeasure): Board {
  const next = readFrame(measure);
  if (!next.ok) throw new RangeError(next.message);
  const sheet = board.faces[index];
  if (!sheet) throw new RangeError(`the board has no picture ${index}`);
  const faces = board.faces.map((f, i) => (i === index ? { ...f, measure } : f));
  const before = basePicture(board, sheet.face) === sheet && sheet.measure ? readFrame(sheet.measure) : null;
  if (!before?.ok) return { ...board, faces };
  const step = compose(next.frame.map, before.frame.back);
  const moved = moveFace(board, sheet.face, step);
  return {
    ...moved,
    // Pictures laid on the base by landmarks go with it.
    faces: faces.map((f, i) =>
      i !== index && f.face === sheet.face && f.measure?.kind === 'landmarks'
        ? {
            ...f,
            measure: {
              ...f.measure,
              points: f.measure.points.map((p) => ({ ...p, mm: project(step, p.mm) })),
            },
          }
        : f,
    ),
  };
}
