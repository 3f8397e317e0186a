/** Opening and closing of black and white pictures by a disc. */

export interface Bitmap {
  readonly width: number;
  readonly height: number;
  /** 1 or 0. */
  readonly data: Uint8Array;
}

/** How far each pixel is from the nearest one of its own row that has `value`; `most` where that is further. */
function rowReach({ width, height, data }: Bitmap, value: 0 | 1, most: number): Uint8Array {
  const out = new Uint8Array(width * height);
  for (let y = 0; y < height; y += 1) {
    let far = most;
    for (let x = 0, at = y * width; x < width; x += 1, at += 1) {
      far = data[at] === value ? 0 : far < most ? far + 1 : most;
      out[at] = far;
    }
    far = most;
    for (let x = width - 1, at = y * width + x; x >= 0; x -= 1, at -= 1) {
      far = data[at] === value ? 0 : far < most ? far + 1 : most;
      if (far < (out[at] as number)) out[at] = far;
    }
  }
  return out;
}

/** Marks what of a row lies within a reach of `value` in another row. */
function markRow(
  out: Uint8Array,
  to: number,
  reach: Uint8Array,
  from: number,
  width: number,
  most: number,
): void {
  for (let x = 0; x < width; x += 1) if ((reach[from + x] as number) <= most) out[to + x] = 1;
}

/** Whether each pixel lies within a radius of one that has `value`: row by row, which for discs of a few pixels is several times faster than distances. */
function within(map: Bitmap, value: 0 | 1, radius: number): Uint8Array {
  const { width, height } = map;
  const rows = Math.floor(radius);
  const reach = rowReach(map, value, Math.min(255, rows + 1));
  const out = new Uint8Array(width * height);
  for (let dy = -rows; dy <= rows; dy += 1) {
    const most = Math.floor(Math.sqrt(radius * radius - dy * dy));
    for (let y = Math.max(0, -dy); y < Math.min(height, height - dy); y += 1)
      markRow(out, y * width, reach, (y + dy) * width, width, most);
  }
  return out;
}

export function dilate(map: Bitmap, radius: number): Bitmap {
  return { ...map, data: within(map, 1, radius) };
}

export function erode(map: Bitmap, radius: number): Bitmap {
  return { ...map, data: within(map, 0, radius).map((v) => 1 - v) };
}

/** Takes away what is narrower than two radii. */
export const open = (map: Bitmap, radius: number): Bitmap => dilate(erode(map, radius), radius);
/** Fills what is narrower than two radii. */
export const close = (map: Bitmap, radius: number): Bitmap => erode(dilate(map, radius), radius);
