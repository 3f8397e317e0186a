import type { PhotoEntry } from '@zebbit/contract';
import type { Face, FaceSheet } from '@zebbit/core';

/** A fresh picture of a face: the first is its overview, more are close-ups. */
export function newSheet(
  photo: Pick<PhotoEntry, 'id' | 'widthPx' | 'heightPx'>,
  face: Face,
  already: number,
): FaceSheet {
  return {
    face,
    photoId: photo.id,
    widthPx: photo.widthPx,
    heightPx: photo.heightPx,
    name: already === 0 ? 'overview' : `close-up ${already}`,
    measure: null,
    shown: true,
    opacity: 1,
  };
}
