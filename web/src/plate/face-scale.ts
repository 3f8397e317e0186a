import type { FaceSheet } from '@zebbit/core';
import { readScale } from '@zebbit/core';

/** Millimetres a pixel is shown at while the scale is not set: a guess that only serves to draw the picture. */
export const PROVISIONAL_MM_PER_PX = 0.03;

/** Millimetres to a pixel of a face's picture, and whether that is measured or only drawn. */
export function faceScale(sheet: FaceSheet): { readonly mmPerPx: number; readonly measured: boolean } {
  const verdict = sheet.scale && readScale(sheet.scale);
  return verdict?.ok
    ? { mmPerPx: verdict.mmPerPx, measured: true }
    : { mmPerPx: PROVISIONAL_MM_PER_PX, measured: false };
}
