import type { FlatPiece } from './rectify';

/** Edges are told to a quarter of this, degrees. */
const BIN_DEG = 0.5;
const BINS = 90 / BIN_DEG;
/** Ways nearer than this to a stronger one are that one, degrees. */
const APART_DEG = 8;
/** A second way counts from this share of the first on. */
const WORTH = 0.6;

/** Light of a piece, the mean of its three planes. */
export function lightOf({ planes }: Pick<FlatPiece, 'planes'>): Float32Array {
  const [r, g, b] = planes;
  return r.map((v, i) => (v + (g[i] as number) + (b[i] as number)) / 3);
}

/**
 * Ways in which most straight edges of a piece run, degrees in 0 to 90 (what stands square to a way is of it), the strongest first, three at
 * most. Boards are drawn on a square grid: pads, print, tracks and the board's own edge agree.
 */
export function edgeWays(flat: Pick<FlatPiece, 'planes' | 'width' | 'height'>): number[] {
  const { width, height } = flat;
  const light = lightOf(flat);
  const counts = new Float64Array(BINS);
  for (let y = 1; y < height - 1; y += 1)
    for (let x = 1; x < width - 1; x += 1) {
      const at = y * width + x;
      const [l, r] = [light[at - 1] as number, light[at + 1] as number];
      const [u, d] = [light[at - width] as number, light[at + width] as number];
      const corners =
        (light[at - width + 1] as number) +
        (light[at + width + 1] as number) -
        (light[at - width - 1] as number) -
        (light[at + width - 1] as number);
      const cornersDown =
        (light[at + width - 1] as number) +
        (light[at + width + 1] as number) -
        (light[at - width - 1] as number) -
        (light[at - width + 1] as number);
      const gx = 2 * (r - l) + corners;
      const gy = 2 * (d - u) + cornersDown;
      const strength = Math.hypot(gx, gy);
      if (strength < 40) continue;
      const deg = ((((Math.atan2(gy, gx) * 180) / Math.PI) % 90) + 90) % 90;
      const bin = Math.floor(deg / BIN_DEG) % BINS;
      // A glint is no more of an edge than a pad's rim.
      counts[bin] = (counts[bin] as number) + Math.min(strength, 200);
    }
  if (counts.every((c) => c === 0)) return [];
  const smooth = counts.map((_, i) => {
    let sum = 0;
    for (let k = -3; k <= 3; k += 1) sum += (4 - Math.abs(k)) * (counts[(i + k + BINS) % BINS] as number);
    return sum / 16;
  });
  const ways: { deg: number; weight: number }[] = [];
  const order = [...smooth.keys()].sort((a, b) => (smooth[b] as number) - (smooth[a] as number));
  const floor = order.length > 0 ? (smooth[order[Math.floor(order.length / 2)] as number] as number) : 0;
  for (const i of order) {
    const [a, b, c] = [-1, 0, 1].map((k) => smooth[(i + k + BINS) % BINS] as number) as [
      number,
      number,
      number,
    ];
    if (b < a || b < c) continue;
    const bend = a - 2 * b + c;
    const deg = (i + 0.5 + (bend === 0 ? 0 : (0.5 * (a - c)) / bend)) * BIN_DEG;
    const weight = b - floor;
    const apart = (w: { deg: number }): number => {
      const d = Math.abs(w.deg - deg) % 90;
      return Math.min(d, 90 - d);
    };
    if (ways.some((w) => apart(w) < APART_DEG)) continue;
    if (ways[0] && weight < WORTH * ways[0].weight) break;
    ways.push({ deg: ((deg % 90) + 90) % 90, weight });
    if (ways.length === 3) break;
  }
  return ways.map((w) => w.deg);
}
