import { isRound } from '../geometry/oblong';
import type { XY } from '../geometry/projective';
import type { ObservedFeature, ObservedPattern } from './observed';
import { ROLE_CODE, ROLE_UNKNOWN, SURFACE, THROUGH } from './part-library';

/** What is seen on the board in flat arrays, turned over where it is looked at from the back. */
export interface PackedPattern {
  readonly features: readonly ObservedFeature[];
  readonly mirrored: boolean;
  /** Middle of the features on the board, mm; their places here are counted from it. */
  readonly centre: XY;
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly sigma: Float64Array;
  readonly code: Uint8Array;
  readonly lengthMm: Float64Array;
  readonly widthMm: Float64Array;
  readonly directionDeg: Float64Array;
  readonly shapeSigma: Float64Array;
  /** Pairs of features that a part is laid on by: far apart, of the rarest kinds, no feature in two of them. */
  readonly bases: readonly (readonly [number, number])[];
  /** Features in the order in which they tell a wrong placement soonest. */
  readonly order: readonly number[];
  readonly holes: number;
  readonly reachMm: number;
}

/** Pairs a part is laid on by: with three of them, two features that belong to nothing cannot spoil all. */
const MOST_BASES = 3;

/** From the back only what goes through the board is seen. */
const codeOf = (f: ObservedFeature, mirrored: boolean): number =>
  (f.role === null ? ROLE_UNKNOWN : ROLE_CODE[f.role]) |
  (f.through === null ? (mirrored ? THROUGH : SURFACE | THROUGH) : f.through ? THROUGH : SURFACE);

function basesOf(x: Float64Array, y: Float64Array, code: Uint8Array): [number, number][] {
  const kinds = new Map<number, number>();
  for (const c of code) kinds.set(c, (kinds.get(c) ?? 0) + 1);
  const pairs: { readonly i: number; readonly j: number; readonly worth: number }[] = [];
  for (let i = 0; i < x.length; i += 1)
    for (let j = i + 1; j < x.length; j += 1) {
      const d = Math.hypot((x[i] ?? 0) - (x[j] ?? 0), (y[i] ?? 0) - (y[j] ?? 0));
      const common = (kinds.get(code[i] ?? 0) ?? 1) * (kinds.get(code[j] ?? 0) ?? 1);
      pairs.push({ i, j, worth: d / Math.sqrt(common) });
    }
  pairs.sort((a, b) => b.worth - a.worth);
  const taken = new Set<number>();
  const bases: [number, number][] = [];
  for (const { i, j, worth } of pairs) {
    if (bases.length >= MOST_BASES || worth <= 0) break;
    if (taken.has(i) || taken.has(j)) continue;
    taken.add(i).add(j);
    bases.push([i, j]);
  }
  return bases;
}

export function packPattern(pattern: ObservedPattern, mirrored: boolean): PackedPattern {
  const { features } = pattern;
  const figures = (of: (f: ObservedFeature) => number): Float64Array => Float64Array.from(features, of);
  const centre = {
    x: features.reduce((t, f) => t + f.at.x, 0) / Math.max(1, features.length),
    y: features.reduce((t, f) => t + f.at.y, 0) / Math.max(1, features.length),
  };
  const x = figures((f) => (mirrored ? centre.x - f.at.x : f.at.x - centre.x));
  const y = figures((f) => f.at.y - centre.y);
  const code = Uint8Array.from(features, (f) => codeOf(f, mirrored));
  const bases = basesOf(x, y, code);
  const based = new Set(bases.flat());
  const reach = Math.max(
    0,
    ...bases.map(([i, j]) => Math.hypot((x[i] ?? 0) - (x[j] ?? 0), (y[i] ?? 0) - (y[j] ?? 0))),
  );
  return {
    features,
    mirrored,
    centre,
    x,
    y,
    sigma: figures((f) => f.sigmaMm),
    code,
    lengthMm: figures((f) => f.shape?.lengthMm ?? NaN),
    widthMm: figures((f) => f.shape?.widthMm ?? NaN),
    directionDeg: figures((f) =>
      f.shape && !isRound(f.shape) ? (mirrored ? 180 - f.shape.directionDeg : f.shape.directionDeg) : NaN,
    ),
    shapeSigma: figures((f) => (f.shape ? f.shapeSigmaMm : NaN)),
    bases,
    order: [...based, ...features.keys()].filter((v, i, all) => all.indexOf(v) === i),
    holes: features.filter((f) => f.through === true).length,
    reachMm: reach,
  };
}
