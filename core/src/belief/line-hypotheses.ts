import type { PinFunction } from '../connector/pin-function';
import { anchorPrior, whenNowhere } from './anchors';
import { scaled, spread } from './evidence';
import type { Weighed } from './explain';
import type { ExplainDesk } from './explain-desk';
import { labelsUnder } from './labels-under';
import type { LineHypothesis } from './line-group';

/** Explanations lighter than this say only where their lines land, not what else follows. */
const WORTH_FOLLOWING = 5e-3;
/** No board has as many points; a group is two lines at the most. */
const PLACES = 2 ** 20;
/** Explanations lighter than this share of a group are dropped. */
const LEAST_WEIGHT = 1e-6;

/**
 * Pads and stubs of lines that land nowhere, which nothing but one place was read against or nothing at all: they stand alone, more often
 * than not.
 */
function nowherePads(
  { scene, o, anchors }: ExplainDesk,
  functions: readonly PinFunction[],
  landings: readonly number[],
  special: ReadonlyMap<number, Float64Array>,
): Map<number, Float64Array> {
  const out = new Map<number, Float64Array>();
  if (!landings.includes(-1)) return out;
  scene.pinOf.forEach((pin, p) => {
    if (pin < 0) return;
    const k = functions.indexOf(o.functions[pin] ?? 'unknown');
    if (k < 0 || landings[k] !== -1 || anchors.of.has(p)) return;
    const states = anchorPrior(scene, o, p).map(([label, weight]) => ({ label, weight }));
    const dist = Float64Array.from(special.get(p) ?? spread(scene.labels, ...anchorPrior(scene, o, p)));
    whenNowhere(scene, o, p, states).forEach((more, i) => {
      const label = states[i]?.label ?? 0;
      dist[label] = (dist[label] as number) * more;
    });
    out.set(p, scaled(dist));
  });
  return out;
}

/** Explanations of one group among those of all: by where its own lines land. */
export function hypothesesOf(
  desk: ExplainDesk,
  weighed: Weighed,
  functions: readonly PinFunction[],
  from: number,
  own: ReadonlySet<number>,
): LineHypothesis[] {
  const count = functions.length;
  const byLandings = new Map<number, number[]>();
  weighed.candidates.forEach(({ made: { landings } }, i) => {
    let key = 0;
    for (let k = from; k < from + count; k += 1) key = key * PLACES + (landings[k] as number) + 1;
    const list = byLandings.get(key);
    if (list) list.push(i);
    else byLandings.set(key, [i]);
  });
  const { labels } = desk.scene;
  const landed = functions.map((f) => spread(labels, [labels.near.get(f) ?? labels.other, 1]));
  const out = [...byLandings.values()].map((members): LineHypothesis => {
    const weight = members.reduce((sum, i) => sum + (weighed.weights[i] ?? 0), 0);
    const landings = weighed.candidates[members[0] ?? 0]?.made.landings.slice(from, from + count) ?? [];
    if (weight > WORTH_FOLLOWING) {
      const about = new Set(own);
      for (const site of landings) {
        if (site < 0) continue;
        for (const p of [site, desk.scene.partner[site] ?? -1]) {
          if (p < 0) continue;
          about.add(p);
          const c = desk.seen.clusterOf.get(p);
          const cluster = c === undefined ? undefined : desk.seen.clusters[c];
          // In a thicket of readings only the place itself is followed: what the rest is then is what it is over all.
          if (cluster && cluster.pairs.length < cluster.sites.length)
            for (const s of cluster.sites) about.add(s);
        }
      }
      const under = labelsUnder(desk, weighed, members, about);
      for (const [p, dist] of nowherePads(desk, functions, landings, under)) under.set(p, dist);
      return { weight, landings, special: under };
    }
    const special = new Map<number, Float64Array>();
    landings.forEach((site, i) => {
      if (site >= 0) special.set(site, landed[i] as Float64Array);
    });
    for (const [p, dist] of nowherePads(desk, functions, landings, special)) special.set(p, dist);
    return { weight, landings, special };
  });
  return out.filter((h) => h.weight > LEAST_WEIGHT).sort((a, b) => b.weight - a.weight);
}
