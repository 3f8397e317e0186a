import type { Placement } from './assign-lands';
import { settledPlacements, settlePlacement } from './assign-lands';
import type { LandPose } from './board-land';
import type { Explanation } from './explain-pattern';
import { explain } from './explain-pattern';
import type { ObservedPattern } from './observed';
import type { PackedPattern } from './packed-pattern';
import type { ConnectorPart } from '../connector/part';
import type { PartLibrary } from './part-library';
import { roughPlacements } from './place-pattern';
import type { nearMisses, Shortlisted } from './scan-library';

/** A part with the placement that explains the pattern best. */
export interface Weighed {
  readonly k: number;
  readonly part: ConnectorPart;
  readonly seen: PackedPattern;
  readonly best: Explanation;
  readonly log: number;
  readonly logAlike: number;
}

/** ln of a sum of what is given as ln. */
export const logSum = (logs: readonly number[]): number => {
  const most = Math.max(...logs);
  return most === -Infinity ? most : most + Math.log(logs.reduce((s, l) => s + Math.exp(l - most), 0));
};

/** Placements of a part this much behind its best, nats, are weighed too; of parts that are far behind, fewer. */
const SLACK = 8;
const LEAST_SLACK = 0.5;
const MOST_PLACEMENTS = 6;

/** Weighs every placement of a part that is not hopeless; `null` when none holds. */
export function weigh(
  library: PartLibrary,
  pattern: ObservedPattern,
  { k, seen, score }: Shortlisted,
  bestScore: number,
): Weighed | null {
  const part = library.parts[k] as ConnectorPart;
  const behind = score - bestScore;
  const slack = Math.max(LEAST_SLACK, SLACK - behind / 2);
  const most = behind > SLACK ? 2 : MOST_PLACEMENTS;
  const placed = settledPlacements(library, k, seen, roughPlacements(library, k, seen, slack), most);
  const [first, ...rest] = placed
    .map((p) => explain(part, pattern, seen, p))
    .sort((a, b) => b.logLikelihood - a.logLikelihood);
  if (!first) return null;
  const all = [first, ...rest];
  return {
    k,
    part,
    seen,
    best: first,
    log: logSum(all.map((e) => e.logLikelihood)),
    logAlike: logSum(all.map((e) => e.logOfAlike)),
  };
}

/** A near miss, laid down with loose places and weighed with the true ones. */
export function weighMiss(
  library: PartLibrary,
  pattern: ObservedPattern,
  seen: PackedPattern,
  { k, loose, rough }: ReturnType<typeof nearMisses>[number],
): Weighed | null {
  const part = library.parts[k] as ConnectorPart;
  const placement = settlePlacement(library, k, loose, rough);
  if (!placement) return null;
  const best = explain(part, pattern, seen, placement);
  return { k, part, seen, best, log: best.logLikelihood, logAlike: best.logOfAlike };
}

/** From lands of `from` to the frame of `to`, through the board both were laid on. */
export function between(from: Placement, to: Placement): LandPose {
  const cos = to.cos * from.cos + to.sin * from.sin;
  const sin = to.sin * from.cos - to.cos * from.sin;
  // Back through the one: R(-a)(p - d); on through the other.
  const dx = to.dx - (cos * from.dx - sin * from.dy);
  const dy = to.dy - (sin * from.dx + cos * from.dy);
  return { cos, sin, dx, dy, mirrored: false };
}
