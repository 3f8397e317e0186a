import { logLeft } from './explain-pattern';
import type { PackedPattern } from './packed-pattern';
import type { PartLibrary } from './part-library';
import type { RoughPlacement } from './place-pattern';
import { roughPlacements, STRAY_COST } from './place-pattern';

/** A part that may have been there, by a first look. */
export interface Shortlisted {
  readonly k: number;
  readonly seen: PackedPattern;
  readonly score: number;
}

/** A part with more lands than this for each thing seen is not looked at: too little of it would be left. */
const MOST_LANDS_A_FEATURE = 10;
/** Behind the best by more than this, nats, a part has no chance that would print. */
const HOPELESS = 25;
/** In a small library time is no matter, and a person wants to see why the near misses do not go. */
const HOPELESS_OF_FEW = 90;
const FEW_PARTS = 2000;

/** A pattern explained without strays costs less than this, nats, and half a nat for each feature. */
const CLEAN_COST = 4;

/** Best first, each part once for each way it is seen. */
function bestOfEach(list: readonly Shortlisted[]): Shortlisted[] {
  const seen = new Map<string, Shortlisted>();
  for (const s of [...list].sort((a, b) => a.score - b.score)) {
    const key = `${s.k}${s.seen.mirrored ? 'm' : ''}`;
    if (!seen.has(key)) seen.set(key, s);
  }
  return [...seen.values()];
}

/**
 * Goes through a whole library and keeps the `most` parts that explain the pattern best, by a rough placement and by how much of them would be
 * gone. Every part of the library is looked at.
 */
export function scanLibrary(
  library: PartLibrary,
  views: readonly PackedPattern[],
  most: number,
): Shortlisted[] {
  const n = views[0]?.x.length ?? 0;
  const goneCost: number[] = [];
  const gone = (m: number): number => (goneCost[m] ??= m <= n ? 0 : -logLeft([3, 1], Math.min(n, m), m - n));
  // The fewer lands are gone or too few, the sooner a part is tried: the good ones set a bound that spares most of the others.
  const queue = library.parts
    .flatMap((_, k) => {
      const m = (library.start[k + 1] as number) - (library.start[k] as number);
      if (m < 2 || m > MOST_LANDS_A_FEATURE * n) return [];
      return views.map((seen) => {
        const strays = Math.max(0, n - m, seen.holes - (library.holes[k] as number));
        return { k, seen, m, least: strays * STRAY_COST + gone(m) };
      });
    })
    .sort((a, b) => a.least - b.least);
  const hopeless = library.parts.length > FEW_PARTS ? HOPELESS : HOPELESS_OF_FEW;
  let kept: Shortlisted[] = [];
  let best = Infinity;
  let least = Infinity;
  let bound = Infinity;
  const round = (bases: (seen: PackedPattern) => PackedPattern['bases']): void => {
    for (const { k, seen, m, least: floor } of queue) {
      if (floor >= bound) break;
      const [placed] = roughPlacements(library, k, seen, 0, bound - gone(m), bases(seen));
      if (!placed) continue;
      const score = placed.cost + gone(m);
      if (score >= bound) continue;
      kept.push({ k, seen, score });
      best = Math.min(best, score);
      least = Math.min(least, placed.cost);
      if (kept.length >= 2 * most) kept = bestOfEach(kept).slice(0, most);
      const full = kept.length >= most ? Math.max(...kept.map((s) => s.score)) : Infinity;
      bound = Math.min(bound, best + hopeless, full);
    }
  };
  round((seen) => seen.bases.slice(0, 1));
  // A part that leaves nothing unexplained shows that the first two features belong to the pattern; else others are laid on, too.
  if (least > CLEAN_COST + n / 2) round((seen) => seen.bases.slice(1));
  return bestOfEach(kept).slice(0, most);
}

/** A near miss leaves less than this share of the features unexplained. */
const LEAST_MET = 0.8;
/** How far off a near miss may lie and still be laid down to say why it does not go, mm. */
const NEAR_MISS_MM = 0.4;

/**
 * Placements of parts that the scan left out, with places known only to `NEAR_MISS_MM`: not to find the right one, but to say why these do not go.
 * @param wanted which parts of the library to try
 */
export function nearMisses(
  library: PartLibrary,
  seen: PackedPattern,
  wanted: readonly number[],
  most: number,
): { readonly k: number; readonly loose: PackedPattern; readonly rough: RoughPlacement }[] {
  const loose = { ...seen, sigma: seen.sigma.map((s) => Math.max(s, NEAR_MISS_MM)) };
  return wanted
    .flatMap((k) => {
      const [rough] = roughPlacements(library, k, loose, 0, LEAST_MET * seen.x.length * STRAY_COST);
      return rough ? [{ k, loose, rough }] : [];
    })
    .sort((a, b) => a.rough.cost - b.rough.cost)
    .slice(0, most);
}
