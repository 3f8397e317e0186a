import type { Board, FaceSheet, Projective } from '@zebbit/core';
import { project, readFrame } from '@zebbit/core';

/** Millimetres a pixel is shown at while the picture is not measured: a guess that only serves to draw it. */
export const PROVISIONAL_MM_PER_PX = 0.03;

export const PROVISIONAL: Projective = [PROVISIONAL_MM_PER_PX, 0, 0, 0, PROVISIONAL_MM_PER_PX, 0, 0, 0, 1];

/** How a picture lies on the board, and whether that is measured or only drawn. */
export function pictureMap(sheet: FaceSheet): { readonly map: Projective; readonly measured: boolean } {
  const verdict = sheet.measure && readFrame(sheet.measure);
  return verdict?.ok ? { map: verdict.frame.map, measured: true } : { map: PROVISIONAL, measured: false };
}

export interface Extent {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** What a picture covers on the board, mm. */
export function pictureExtent(
  { widthPx, heightPx }: Pick<FaceSheet, 'widthPx' | 'heightPx'>,
  map: Projective,
): Extent {
  const corners = [
    [0, 0],
    [widthPx, 0],
    [widthPx, heightPx],
    [0, heightPx],
  ].map(([x = 0, y = 0]) => project(map, { x, y }));
  const xs = corners.map((c) => c.x);
  const ys = corners.map((c) => c.y);
  const [x, y] = [Math.min(...xs), Math.min(...ys)];
  return { x, y, width: Math.max(...xs) - x, height: Math.max(...ys) - y };
}

/** A plane projective map as CSS wants it, on screen pixels with the origin top left. */
export function cssMatrix(m: Projective): string {
  const [a, b, c, d, e, f, g, h, i] = m.map((v) => v / m[8]);
  return `matrix3d(${[a, d, 0, g, b, e, 0, h, 0, 0, 1, 0, c, f, 0, i].join(',')})`;
}

/** Pictures of a face to draw, base first, each with its place in the board's list. */
export function facePictures(
  board: Board,
  face: string,
): { readonly sheet: FaceSheet; readonly index: number }[] {
  return board.faces.flatMap((sheet, index) => (sheet.face === face ? [{ sheet, index }] : []));
}
