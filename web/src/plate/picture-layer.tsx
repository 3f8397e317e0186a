import type { Projective } from '@zebbit/core';
import { compose } from '@zebbit/core';
import { routes } from '@zebbit/contract';
import { useJob } from '../desk/job-context';
import { cssMatrix, facePictures, pictureMap, PROVISIONAL } from './picture-map';
import type { Viewport } from '../desk/plate-store';

interface PictureLayerProps {
  readonly face: string;
  readonly viewport: Viewport;
  /** One picture alone in its own pixels, while it is being measured. */
  readonly only: number | null;
}

/** The pictures of a face in board millimetres, perspective taken out where it was measured. */
export function PictureLayer({ face, viewport, only }: PictureLayerProps) {
  const { board } = useJob().documents;
  const view: Projective = [viewport.k, 0, viewport.x, 0, viewport.k, viewport.y, 0, 0, 1];
  return facePictures(board, face).map(({ sheet, index }, order) => {
    const { map, measured } = pictureMap(sheet);
    const alone = only === index;
    // A close-up that is not laid on its face yet has no place beside the others.
    const drawn =
      only === null ? (order === 0 || (measured && sheet.shown)) && (order > 0 || sheet.shown) : alone;
    if (!drawn) return null;
    return (
      <img
        key={sheet.photoId + String(index)}
        src={routes.photo(sheet.photoId)}
        alt=""
        draggable={false}
        className="pointer-events-none absolute left-0 top-0 max-w-none origin-top-left select-none"
        style={{
          width: sheet.widthPx,
          height: sheet.heightPx,
          opacity: alone ? 1 : sheet.opacity,
          transform: cssMatrix(compose(view, alone ? PROVISIONAL : map)),
        }}
      />
    );
  });
}
