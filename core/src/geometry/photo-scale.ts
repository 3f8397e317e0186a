import type { BoardPoint, PhotoPoint } from './point';
import { boardPoint, photoPoint } from './point';

/** Two clicks on a photo and the true length between them. */
export interface PhotoScale {
  readonly from: PhotoPoint;
  readonly to: PhotoPoint;
  readonly lengthMm: number;
}

export type ScaleVerdict =
  | { readonly ok: true; readonly mmPerPx: number; readonly relativeError: number }
  | { readonly ok: false; readonly code: 'same-place' | 'no-length'; readonly message: string };

/** One click is placed within about this many pixels (common practice: a steady hand on a zoomed picture). */
export const CLICK_ERROR_PX = 1.5;

/**
 * Millimetres to a pixel from two clicks and a length, with the relative error that two clicks of `CLICK_ERROR_PX` carry.
 * Refuses clicks less than 2 px apart and a length that is not above 0.
 */
export function readScale(scale: PhotoScale): ScaleVerdict {
  const px = Math.hypot(scale.to.x - scale.from.x, scale.to.y - scale.from.y);
  if (!(px >= 2))
    return {
      ok: false,
      code: 'same-place',
      message: 'The two clicks are in the same place; set them far apart',
    };
  if (!(scale.lengthMm > 0) || !Number.isFinite(scale.lengthMm)) {
    return { ok: false, code: 'no-length', message: 'The length between the clicks must be above 0 mm' };
  }
  return { ok: true, mmPerPx: scale.lengthMm / px, relativeError: (Math.SQRT2 * CLICK_ERROR_PX) / px };
}

/** Photo pixels to board millimetres; the photo's top left corner is the board's origin. */
export function toBoard(p: PhotoPoint, mmPerPx: number): BoardPoint {
  return boardPoint(p.x * mmPerPx, p.y * mmPerPx);
}

/** Board millimetres to photo pixels. */
export function toPhoto(p: BoardPoint, mmPerPx: number): PhotoPoint {
  return photoPoint(p.x / mmPerPx, p.y / mmPerPx);
}
