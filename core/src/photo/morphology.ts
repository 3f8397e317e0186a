/** Opening and closing of black and white pictures by a disc, through an exact distance transform. */

export interface Bitmap {
  readonly width: number;
  readonly height: number;
  /** 1 or 0. */
  readonly data: Uint8Array;
}

const FAR = 1e9;

/** Square distance to the nearest pixel that is set, in one dimension (Felzenszwalb and Huttenlocher 2012). */
function rowDistances(f: Float64Array, n: number, v: Int32Array, z: Float64Array, out: Float64Array): void {
  let k = 0;
  v[0] = 0;
  z[0] = -FAR;
  z[1] = FAR;
  for (let q = 1; q < n; q += 1) {
    let s: number;
    do {
      const p = v[k] ?? 0;
      s = ((f[q] ?? 0) + q * q - ((f[p] ?? 0) + p * p)) / (2 * q - 2 * p);
      k -= 1;
    } while (k >= -1 && s <= (z[k + 1] ?? 0));
    k += 2;
    v[k] = q;
    z[k] = s;
    z[k + 1] = FAR;
  }
  k = 0;
  for (let q = 0; q < n; q += 1) {
    while ((z[k + 1] ?? FAR) < q) k += 1;
    const p = v[k] ?? 0;
    out[q] = (q - p) * (q - p) + (f[p] ?? 0);
  }
}

/** Square distance of each pixel to the nearest one that has `value`. */
export function squareDistance({ width, height, data }: Bitmap, value: 0 | 1): Float64Array {
  const d = new Float64Array(width * height);
  for (let i = 0; i < d.length; i += 1) d[i] = data[i] === value ? 0 : FAR;
  const n = Math.max(width, height);
  const [f, v, z, out] = [
    new Float64Array(n),
    new Int32Array(n),
    new Float64Array(n + 1),
    new Float64Array(n),
  ];
  for (let x = 0; x < width; x += 1) {
    for (let y = 0; y < height; y += 1) f[y] = d[y * width + x] ?? 0;
    rowDistances(f, height, v, z, out);
    for (let y = 0; y < height; y += 1) d[y * width + x] = out[y] ?? 0;
  }
  for (let y = 0; y < height; y += 1) {
    for (let x = 0; x < width; x += 1) f[x] = d[y * width + x] ?? 0;
    rowDistances(f, width, v, z, out);
    for (let x = 0; x < width; x += 1) d[y * width + x] = out[x] ?? 0;
  }
  return d;
}

function within(map: Bitmap, value: 0 | 1, radius: number): Uint8Array {
  const d = squareDistance(map, value);
  const out = new Uint8Array(d.length);
  for (let i = 0; i < d.length; i += 1) out[i] = (d[i] ?? 0) <= radius * radius ? 1 : 0;
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
