import { sumOf } from './evidence';
import type { ExplainDesk, Explanation } from './explain-desk';
import { distsIn } from './explain-desk';
import type { SiteCluster } from './site-clusters';
import { clusterLabels, roughLabels } from './site-clusters';
import type { Tie } from './tie';

/** Explanations lighter than this share are not followed along readings between places. */
const WORTH_SUMMING = 1e-7;
/** Adds weight times a distribution. */
function pour(into: Float64Array, weight: number, dist: Float64Array): void {
  for (let i = 0; i < into.length; i += 1) into[i] = (into[i] as number) + weight * (dist[i] as number);
}

/** Explanations, and what each weighs in every joint state of the anchors, one after the other. */
interface Told {
  readonly candidates: readonly { readonly made: Explanation }[];
  readonly shares: Float64Array;
}

/** What explanations weigh in all, sorted by what they come to. */
interface Gathered {
  /** By the lines that land nowhere: weight of each joint state of all anchors. */
  readonly masks: ReadonlyMap<number, Float64Array>;
  /** The same of what is supposed of a cluster, in its own joint states. */
  readonly ties: ReadonlyMap<number, Map<Tie, Float64Array>>;
  /** What is supposed of places that nothing was read of, weighed. */
  readonly bare: ReadonlyMap<number, Float64Array>;
  /** What explanations that speak of such a place weigh, by the lines that land nowhere. */
  readonly bareWeight: ReadonlyMap<number, Map<number, number>>;
}

/** What is known of a key, made where it is not. */
function at<K, V>(map: Map<K, V>, key: K, make: () => V): V {
  const known = map.get(key);
  if (known !== undefined) return known;
  const made = make();
  map.set(key, made);
  return made;
}

function gather(
  { scene, anchors: { size }, seen: { clusters } }: ExplainDesk,
  { candidates, shares }: Told,
  members: readonly number[],
  followed: readonly boolean[],
): Gathered {
  const n = scene.labels.labels.length;
  const masks = new Map<number, Float64Array>();
  const ties = new Map<number, Map<Tie, Float64Array>>();
  const bare = new Map<number, Float64Array>();
  const bareWeight = new Map<number, Map<number, number>>();
  for (const h of members) {
    const { made } = candidates[h] as Told['candidates'][number];
    const mask = at(masks, made.nowhere, () => new Float64Array(size));
    let own = 0;
    for (let g = 0; g < size; g += 1) {
      const share = shares[h * size + g] as number;
      mask[g] = (mask[g] as number) + share;
      own += share;
    }
    for (const s of made.supposed.free) {
      pour(
        at(bare, s.site, () => new Float64Array(n)),
        own,
        s.bare,
      );
      const spoken = at(bareWeight, made.nowhere, () => new Map<number, number>());
      spoken.set(s.site, (spoken.get(s.site) ?? 0) + own);
    }
    for (const tie of made.supposed.ties) {
      if (!followed[tie.cluster]) continue;
      const cluster = clusters[tie.cluster] as SiteCluster;
      const to = at(
        at(ties, made.nowhere, () => new Map<Tie, Float64Array>()),
        tie,
        () => new Float64Array(cluster.size),
      );
      for (let g = 0; g < size; g += 1) {
        const l = cluster.localOf[g] as number;
        to[l] = (to[l] as number) + (shares[h * size + g] as number);
      }
    }
  }
  return { masks, ties, bare, bareWeight };
}

/** What the explanations weigh that suppose nothing of a cluster, in its own joint states. */
function unspoken(cluster: SiteCluster, mask: Float64Array, spoken: readonly Float64Array[]): Float64Array {
  const weights = new Float64Array(cluster.size);
  for (let g = 0; g < mask.length; g += 1) {
    const l = cluster.localOf[g] as number;
    weights[l] = (weights[l] as number) + (mask[g] as number);
  }
  for (let l = 0; l < weights.length; l += 1) {
    const gone = spoken.reduce((sum, w) => sum + (w[l] as number), 0);
    weights[l] = Math.max(0, (weights[l] as number) - gone);
  }
  return weights;
}

/** Less than this is rounding. */
const LEAST_UNSPOKEN = 1e-12;

/**
 * Chances of every point's labels under those of weighed explanations that are named, whose weights need not sum to 1; the result does.
 * @param only the points that are asked for; all of them where none are named
 */
export function labelsUnder(
  desk: ExplainDesk,
  weighed: Told,
  members: readonly number[] = [...weighed.candidates.keys()],
  only: ReadonlySet<number> | null = null,
): Map<number, Float64Array> {
  const { scene, anchors, seen } = desk;
  const n = scene.labels.labels.length;
  const out = new Map<number, Float64Array>();
  const wanted = (p: number): boolean => only === null || only.has(p);
  const followed = seen.clusters.map((c) => c.sites.some(wanted));
  const { masks, ties, bare, bareWeight } = gather(desk, weighed, members, followed);
  const perState = new Float64Array(anchors.size);
  for (const mask of masks.values()) pour(perState, 1, mask);
  const total = sumOf(perState) || 1;
  const tell = ({ cluster, supposed }: Tie, nowhere: number, weights: Float64Array): void => {
    const c = seen.clusters[cluster] as SiteCluster;
    const dists = distsIn(desk, cluster, supposed, nowhere);
    const labels =
      sumOf(weights) < WORTH_SUMMING * total
        ? roughLabels(c, dists, weights)
        : clusterLabels(c, dists, weights);
    c.sites.forEach((site, i) => {
      if (!wanted(site)) return;
      pour(
        at(out, site, () => new Float64Array(n)),
        1 / total,
        labels[i] as Float64Array,
      );
    });
  };
  for (const [nowhere, mask] of masks) {
    const told = ties.get(nowhere);
    for (const [tie, weights] of told ?? []) tell(tie, nowhere, weights);
    seen.clusters.forEach((cluster, c) => {
      if (!followed[c]) return;
      const spoken = [...(told ?? [])].flatMap(([tie, weights]) => (tie.cluster === c ? [weights] : []));
      const weights = unspoken(cluster, mask, spoken);
      if (sumOf(weights) > LEAST_UNSPOKEN) tell(desk.ties.none[c] as Tie, nowhere, weights);
    });
  }
  scene.points.forEach((_, p) => {
    if (!wanted(p) || out.has(p)) return;
    const k = anchors.of.get(p);
    if (k !== undefined) {
      const to = new Float64Array(n);
      for (let g = 0; g < anchors.size; g += 1) {
        const label = anchors.states[k]?.[(anchors.state[k] as Uint8Array)[g] as number]?.label ?? 0;
        to[label] = (to[label] as number) + (perState[g] as number) / total;
      }
      out.set(p, to);
      return;
    }
    const leaf = anchors.leaves.get(p);
    const says = seen.leafSays.get(p);
    if (leaf && says) {
      // Given what its site is, a leaf hangs on nothing else.
      const site =
        out.get(leaf.site) ?? labelsUnder(desk, weighed, members, new Set([leaf.site])).get(leaf.site);
      const to = new Float64Array(n);
      site?.forEach((chance, x) => {
        const parts = leaf.states.map((s, i) => s.weight * ((says[i] as Float64Array)[x] as number));
        const whole = parts.reduce((a, b) => a + b, 0);
        leaf.states.forEach(
          (s, i) => (to[s.label] = (to[s.label] as number) + (chance * (parts[i] as number)) / whole),
        );
      });
      out.set(p, to);
    } else if (scene.roles[p] === 'site') {
      const to = new Float64Array(n);
      const own = bare.get(p);
      if (own) pour(to, 1 / total, own);
      for (const [nowhere, mask] of masks) {
        const rest = sumOf(mask) - (bareWeight.get(nowhere)?.get(p) ?? 0);
        if (rest > 0) pour(to, rest / total, desk.background(p, nowhere));
      }
      out.set(p, to);
    }
  });
  return out;
}
