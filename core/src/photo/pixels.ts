/** A picture in memory: red, green, blue and alpha of each pixel, row by row, 0 to 255. */
export interface Pixels {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8ClampedArray | Uint8Array;
}

/** Checks that the bytes are those of the size. Throws RangeError else. */
export function checkPixels(p: Pixels): void {
  if (!(Number.isInteger(p.width) && Number.isInteger(p.height) && p.width > 0 && p.height > 0))
    throw new RangeError(`a picture has whole sides above 0, got ${p.width} x ${p.height}`);
  if (p.data.length !== 4 * p.width * p.height)
    throw new RangeError(
      `a picture of ${p.width} x ${p.height} has ${4 * p.width * p.height} bytes, got ${p.data.length}`,
    );
}
