/** Of each part, a coarse picture of where its lands are, one bit a cell: set where a land lies within `GRID_REACH_MM`. */
export interface LandGrids {
  /** First byte of each part's bits. */
  readonly start: Int32Array;
  readonly x0: Float64Array;
  readonly y0: Float64Array;
  /** Cells a millimetre. */
  readonly perMm: Float64Array;
  readonly columns: Int32Array;
  readonly rows: Int32Array;
  readonly bits: Uint8Array;
}

/** A feature further than this from every land is a stray; kept a little wider by the size of a cell. */
export const GRID_REACH_MM = 0.6;
const CELL_MM = 0.3;
const MOST_CELLS_ACROSS = 160;

interface Lands {
  readonly start: Int32Array;
  readonly x: Float64Array;
  readonly y: Float64Array;
}

/** Draws the grids of all parts, once. */
export function landGrids({ start, x, y }: Lands, parts: number): LandGrids {
  const flat = (): Float64Array => new Float64Array(parts);
  const [x0, y0, perMm] = [flat(), flat(), flat()];
  const [columns, rows] = [new Int32Array(parts), new Int32Array(parts)];
  const first = new Int32Array(parts + 1);
  for (let k = 0; k < parts; k += 1) {
    const [from, to] = [start[k] as number, start[k + 1] as number];
    let [lx, ly, hx, hy] = [Infinity, Infinity, -Infinity, -Infinity];
    for (let l = from; l < to; l += 1) {
      [lx, hx] = [Math.min(lx, x[l] as number), Math.max(hx, x[l] as number)];
      [ly, hy] = [Math.min(ly, y[l] as number), Math.max(hy, y[l] as number)];
    }
    if (from === to) [lx, ly, hx, hy] = [0, 0, 0, 0];
    const cell = Math.max(CELL_MM, (Math.max(hx - lx, hy - ly) + 2) / MOST_CELLS_ACROSS);
    const rim = GRID_REACH_MM + cell;
    x0[k] = lx - rim;
    y0[k] = ly - rim;
    perMm[k] = 1 / cell;
    columns[k] = Math.ceil((hx - lx + 2 * rim) / cell);
    rows[k] = Math.ceil((hy - ly + 2 * rim) / cell);
    first[k + 1] = (first[k] as number) + Math.ceil(((columns[k] as number) * (rows[k] as number)) / 8);
  }
  const bits = new Uint8Array(first[parts] as number);
  for (let k = 0; k < parts; k += 1) {
    const per = perMm[k] as number;
    const wide = columns[k] as number;
    const high = rows[k] as number;
    const base = first[k] as number;
    // A land marks every cell that has a place within reach of it.
    const reach = GRID_REACH_MM * per;
    for (let l = start[k] as number; l < (start[k + 1] as number); l += 1) {
      const cx = ((x[l] as number) - (x0[k] as number)) * per;
      const cy = ((y[l] as number) - (y0[k] as number)) * per;
      for (let r = Math.max(0, Math.floor(cy - reach)); r <= Math.min(high - 1, cy + reach); r += 1)
        for (let c = Math.max(0, Math.floor(cx - reach)); c <= Math.min(wide - 1, cx + reach); c += 1) {
          const ex = Math.max(c - cx, 0, cx - c - 1);
          const ey = Math.max(r - cy, 0, cy - r - 1);
          if (ex * ex + ey * ey > reach * reach) continue;
          const bit = r * wide + c;
          const at = base + (bit >> 3);
          bits[at] = (bits[at] as number) | (1 << (bit & 7));
        }
    }
  }
  return { start: first, x0, y0, perMm, columns, rows, bits };
}
