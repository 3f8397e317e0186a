import type { Board, Face, FaceSheet } from './board';

/** A photo as far as the plate goes. */
export type PlatePhoto = Pick<FaceSheet, 'photoId' | 'widthPx' | 'heightPx'>;

/** Lays a photo on a face as its newest picture, not yet measured: the first is the face's overview, more are close-ups. */
export function addPicture(board: Board, { photoId, widthPx, heightPx }: PlatePhoto, face: Face): Board {
  const already = board.faces.filter((f) => f.face === face).length;
  const sheet: FaceSheet = {
    face,
    photoId,
    widthPx,
    heightPx,
    name: already === 0 ? 'overview' : `close-up ${already}`,
    measure: null,
    shown: true,
    opacity: 1,
  };
  return { ...board, faces: [...board.faces, sheet] };
}
