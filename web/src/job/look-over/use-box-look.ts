import { useEffect, useState } from 'react';
import { routes } from '@zebbit/contract';
import type { BoardBox, BoxLook, FaceSheet, PhotoFrame } from '@zebbit/core';
import { photoTask } from '../../workers/photo-reader';
import type { BoxOfPhoto } from '../../workers/photo.worker';

/**
 * What can be told of a box of a picture before it is read, looked at in a worker as soon as the box is drawn; `null` meanwhile, and
 * where it cannot be told.
 */
export function useBoxLook(
  picture: { readonly sheet: FaceSheet; readonly frame: PhotoFrame } | undefined,
  box: BoardBox | null,
): BoxLook | null {
  const [known, setKnown] = useState<{ readonly of: string; readonly look: BoxLook | null } | null>(null);
  const wanted: BoxOfPhoto | null =
    picture && box && box.width * box.height > 0
      ? {
          url: routes.photo(picture.sheet.photoId),
          widthPx: picture.sheet.widthPx,
          heightPx: picture.sheet.heightPx,
          toPhoto: picture.frame.back,
          box,
        }
      : null;
  // Plain data: the same box of the same picture is looked at once.
  const of = wanted && JSON.stringify(wanted);
  useEffect(() => {
    // Where there are no workers nothing is said beforehand.
    if (of === null || typeof Worker === 'undefined') return undefined;
    const task = photoTask((reader) => reader.look(JSON.parse(of) as BoxOfPhoto));
    let here = true;
    task.answer.then(
      (look) => {
        if (here) setKnown({ of, look });
      },
      // It is a hint only: reading says what is wrong with the picture itself.
      () => undefined,
    );
    return () => {
      here = false;
      task.cancel();
    };
  }, [of]);
  return known && known.of === of ? known.look : null;
}
