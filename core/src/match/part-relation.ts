import type { PointPair } from '../geometry/fit-similarity';
import { fitSimilarity } from '../geometry/fit-similarity';
import type { LandPose } from './board-land';
import { poseAt } from './board-land';
import { opening } from '../connector/part';
import { SAME_MM, samePattern } from './same-part';
import type { Weighed } from './weigh-part';
import { between } from './weigh-part';

/** A pose of `b` on `a` made exact by their nearest lands; `null` when they are too unlike to ask. */
function exactPose(a: Weighed, b: Weighed): LandPose | null {
  const rough = between(b.best.placement, a.best.placement);
  const pairs = b.part.lands.map((l) => {
    const at = poseAt(rough, l.at);
    let [near, least] = [l.at, Infinity];
    for (const m of a.part.lands) {
      const d = Math.hypot(m.at.x - at.x, m.at.y - at.y);
      if (d < least) [near, least] = [m.at, d];
    }
    return { from: l.at, to: near };
  });
  const exact = fitSimilarity(pairs, { scale: 1 });
  if (!exact.ok) return null;
  const [cos, , dx, sin, , dy] = exact.fit.map;
  return { cos, sin, dx, dy, mirrored: false };
}

/** Whether what was measured so far cannot tell two parts apart: both put every feature in the same place, with the same shape. */
export function levelSoFar(a: Weighed, b: Weighed): boolean {
  const pairs: PointPair[] = [];
  for (const [o, l] of a.best.placement.lands.entries()) {
    const [m, n] = [a.part.lands[l], b.part.lands[b.best.placement.lands[o] ?? -1]];
    if (!m || !n) {
      if (m !== n) return false;
      continue;
    }
    if (m.role !== n.role) return false;
    const [p, q] = [opening(m), opening(n)];
    const shaped = a.seen.features[o]?.shape ?? null;
    if (shaped && Math.abs(p.lengthMm - q.lengthMm) + Math.abs(p.widthMm - q.widthMm) > SAME_MM) return false;
    pairs.push({ from: n.at, to: m.at });
  }
  const fit = fitSimilarity(pairs, { scale: 1 });
  return fit.ok && Math.max(...fit.fit.residuals) <= SAME_MM;
}

/** Of each, the others that no measurement of the bare board tells from it. Only parts that explain the board about as well are asked. */
export function tiedWith(weighed: readonly Weighed[]): number[][] {
  const found: number[][] = weighed.map(() => []);
  weighed.forEach((a, i) => {
    for (let j = i + 1; j < weighed.length; j += 1) {
      const b = weighed[j] as Weighed;
      if (a.log - b.log > 6) break;
      if (a.part.lands.length !== b.part.lands.length || a.seen.mirrored !== b.seen.mirrored) continue;
      const pose = exactPose(a, b);
      if (!pose || !samePattern(a.part, b.part, pose)) continue;
      found[i]?.push(j);
      found[j]?.push(i);
    }
  });
  return found;
}
