import { Matrix, solve } from 'ml-matrix';
import type { FlatPiece } from './rectify';

/** A piece with its lamp evened out: logarithms of the three colours against those of the solder mask, which come out as 0. */
export interface FlatFieldPiece {
  readonly width: number;
  readonly height: number;
  readonly perMm: number;
  readonly planes: readonly [Float32Array, Float32Array, Float32Array];
  /** Colour of the mask in the middle of the piece, 0 to 255. */
  readonly mask: readonly [number, number, number];
  /** How much the mask itself varies, logarithm, one standard deviation. */
  readonly grain: number;
}

const STEP = 4;
const BINS = 24;

interface Sample {
  readonly x: number;
  readonly y: number;
  readonly c: readonly [number, number, number];
}

/** The commonest colour of the samples, in logarithms: the peak of a coarse histogram, refined by its neighbourhood. */
function commonest(
  samples: readonly Sample[],
  off: (s: Sample) => readonly [number, number, number],
): [number, number, number] {
  // Light on dark and dark on light are told by lightness; two differences tell the hue.
  const counts = new Float64Array(BINS ** 3);
  const spot = (c: readonly [number, number, number]): readonly [number, number, number] => {
    const light = (c[0] + c[1] + c[2]) / 3;
    return [light / 5.6, 0.5 + (c[0] - c[1]) / 3, 0.5 + (c[2] - c[1]) / 3];
  };
  const bin = (v: number): number => Math.min(BINS - 1, Math.max(0, Math.floor(v * BINS)));
  for (const s of samples) {
    const [a, b, c] = spot(off(s));
    const at = (bin(a) * BINS + bin(b)) * BINS + bin(c);
    counts[at] = (counts[at] ?? 0) + 1;
  }
  let best = 0;
  let bestSum = -1;
  for (let i = 0; i < counts.length; i += 1) {
    if ((counts[i] ?? 0) === 0) continue;
    // With the bins beside it in lightness: an uneven lamp spreads the mask over several.
    const sum =
      (counts[i] ?? 0) +
      0.8 * ((counts[i - BINS * BINS] ?? 0) + (counts[i + BINS * BINS] ?? 0)) +
      0.5 * ((counts[i - 1] ?? 0) + (counts[i + 1] ?? 0) + (counts[i - BINS] ?? 0) + (counts[i + BINS] ?? 0));
    if (sum > bestSum) [best, bestSum] = [i, sum];
  }
  const centre = [Math.floor(best / (BINS * BINS)), Math.floor(best / BINS) % BINS, best % BINS];
  const sums = [0, 0, 0];
  let n = 0;
  for (const s of samples) {
    const c = off(s);
    const [x, y, z] = spot(c);
    if (
      Math.abs(bin(x) - (centre[0] ?? 0)) > 1 ||
      Math.abs(bin(y) - (centre[1] ?? 0)) > 1 ||
      Math.abs(bin(z) - (centre[2] ?? 0)) > 1
    )
      continue;
    for (let k = 0; k < 3; k += 1) sums[k] = (sums[k] ?? 0) + (c[k] ?? 0);
    n += 1;
  }
  return [(sums[0] ?? 0) / n, (sums[1] ?? 0) / n, (sums[2] ?? 0) / n];
}

const surface = (x: number, y: number): number[] => [1, x, y, x * x, x * y, y * y];

/**
 * Evens the lamp out: the commonest colour is taken for the solder mask, a slow surface is laid through the logarithms of what has
 * that colour, and taken off; the mask itself then is 0 everywhere. Rounds tighten what counts as mask.
 */
export function flatFieldCorrect(piece: FlatPiece): FlatFieldPiece {
  const { width, height, planes } = piece;
  const log = planes.map((p) => {
    const out = new Float32Array(p.length);
    // Three levels are added so that the noise of a black board does not blow up.
    for (let i = 0; i < p.length; i += 1) out[i] = Math.log((p[i] ?? 0) + 3);
    return out;
  }) as unknown as [Float32Array, Float32Array, Float32Array];
  const samples: Sample[] = [];
  for (let j = STEP; j < height; j += STEP)
    for (let i = STEP; i < width; i += STEP) {
      const at = j * width + i;
      samples.push({
        x: (2 * i) / width - 1,
        y: (2 * j) / height - 1,
        c: [log[0][at] ?? 0, log[1][at] ?? 0, log[2][at] ?? 0],
      });
    }
  let weights: [number[], number[], number[]] = [
    [0, 0, 0, 0, 0, 0],
    [0, 0, 0, 0, 0, 0],
    [0, 0, 0, 0, 0, 0],
  ];
  const slow = (k: 0 | 1 | 2, x: number, y: number): number =>
    surface(x, y).reduce((s, v, i) => s + v * (weights[k][i] ?? 0), 0);
  const off = (s: Sample): readonly [number, number, number] => [
    s.c[0] - slow(0, s.x, s.y),
    s.c[1] - slow(1, s.x, s.y),
    s.c[2] - slow(2, s.x, s.y),
  ];
  // The first look is without any surface: the logarithms as they are.
  let peak = commonest(samples, (s) => s.c);
  let mask: Sample[] = [];
  for (const [round, reach] of [0.55, 0.35, 0.22, 0.16].entries()) {
    const near = (s: Sample): boolean => {
      const c = round === 0 ? s.c.map((v, k) => v - (peak[k] ?? 0)) : off(s);
      return Math.hypot(...c) < reach * Math.sqrt(3);
    };
    const chosen = samples.filter(near);
    if (chosen.length < 40) break;
    mask = chosen;
    const A = new Matrix(chosen.map((s) => (round === 0 ? [1, s.x, s.y, 0, 0, 0] : surface(s.x, s.y))));
    const At = A.transpose();
    const normal = At.mmul(A).add(Matrix.eye(6).mul(1e-3));
    weights = [0, 1, 2].map((k) =>
      solve(normal, At.mmul(Matrix.columnVector(chosen.map((s) => s.c[k as 0 | 1 | 2])))).getColumn(0),
    ) as [number[], number[], number[]];
    peak = [0, 0, 0];
  }
  const spread = mask.map((s) => Math.hypot(...off(s))).sort((a, b) => a - b);
  const grain = Math.max(0.01, (spread[Math.floor(spread.length / 2)] ?? 0.05) / 1.54);
  const level = log.map((plane, k) => {
    const out = new Float32Array(plane.length);
    const w = weights[k as 0 | 1 | 2];
    for (let j = 0; j < height; j += 1) {
      const y = (2 * j) / height - 1;
      const [w0, w1, w2] = [
        (w[0] ?? 0) + (w[2] ?? 0) * y + (w[5] ?? 0) * y * y,
        (w[1] ?? 0) + (w[4] ?? 0) * y,
        w[3] ?? 0,
      ];
      for (let i = 0; i < width; i += 1) {
        const x = (2 * i) / width - 1;
        out[j * width + i] = (plane[j * width + i] ?? 0) - w0 - w1 * x - w2 * x * x;
      }
    }
    return out;
  }) as unknown as [Float32Array, Float32Array, Float32Array];
  return {
    width,
    height,
    perMm: piece.perMm,
    planes: level,
    mask: [0, 1, 2].map((k) => Math.exp(weights[k as 0 | 1 | 2][0] ?? 0) - 3) as unknown as [
      number,
      number,
      number,
    ],
    grain,
  };
}
