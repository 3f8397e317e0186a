import { sumOf } from './evidence';
import type { ExplainDesk, Explanation } from './explain-desk';
import { byCluster, distsIn } from './explain-desk';
import type { Supposed } from './line-options';
import { clusterLabels, roughLabels } from './site-clusters';

/** Explanations lighter than this share are not followed along readings between places. */
const WORTH_SUMMING = 1e-7;
/** Adds weight times a distribution. */
function pour(into: Float64Array, weight: number, dist: Float64Array): void {
  for (let i = 0; i < into.length; i += 1) into[i] = (into[i] as number) + weight * (dist[i] as number);
}

interface Gathered {
  readonly cluster: number;
  readonly supposed: readonly Supposed[];
  readonly nowhere: number;
  readonly weights: Float64Array;
}

/** Chances of every point's labels under weighed explanations, whose weights need not sum to 1; the result does. */
export function labelsUnder(
  desk: ExplainDesk,
  weighed: readonly { readonly made: Explanation; readonly shares: Float64Array }[],
  only: ReadonlySet<number> | null = null,
): Map<number, Float64Array> {
  const { scene, anchors, seen } = desk;
  const n = scene.labels.labels.length;
  const total = weighed.reduce((sum, w) => sum + sumOf(w.shares), 0) || 1;
  const gathered = new Map<string, Gathered>();
  const perState = new Float64Array(anchors.size);
  const byMask = new Map<number, Float64Array>();
  const bare = new Map<number, Float64Array>();
  const spoken = new Map<string, Float64Array>();
  for (const { made, shares } of weighed) {
    const mask = byMask.get(made.nowhere) ?? new Float64Array(anchors.size);
    byMask.set(made.nowhere, mask);
    for (let g = 0; g < anchors.size; g += 1) {
      perState[g] = (perState[g] as number) + (shares[g] as number);
      mask[g] = (mask[g] as number) + (shares[g] as number);
    }
    const own = sumOf(shares);
    const groups = byCluster(desk, made.supposed).clusters;
    for (const s of made.supposed)
      if (!seen.clusterOf.has(s.site)) {
        const to = bare.get(s.site) ?? new Float64Array(n + 1);
        bare.set(s.site, to);
        pour(to.subarray(0, n), own, s.bare);
        const gone = spoken.get(`${s.site} ${made.nowhere}`) ?? new Float64Array(1);
        gone[0] = (gone[0] as number) + own;
        spoken.set(`${s.site} ${made.nowhere}`, gone);
      }
    for (const [c, supposed] of groups) {
      const cluster = seen.clusters[c];
      if (!cluster || (only && !cluster.sites.some((s) => only.has(s)))) continue;
      const key = `${c} ${made.nowhere} ${supposed.map((s) => s.key).join()}`;
      let to = gathered.get(key);
      if (!to) {
        to = { cluster: c, supposed, nowhere: made.nowhere, weights: new Float64Array(cluster.size) };
        gathered.set(key, to);
      }
      const gone = spoken.get(`c${c} ${made.nowhere}`) ?? new Float64Array(cluster.size);
      spoken.set(`c${c} ${made.nowhere}`, gone);
      for (let g = 0; g < anchors.size; g += 1) {
        const l = cluster.localOf[g] as number;
        const share = shares[g] as number;
        to.weights[l] = (to.weights[l] as number) + share;
        gone[l] = (gone[l] as number) + share;
      }
    }
  }
  const out = new Map<number, Float64Array>();
  const wanted = (p: number): boolean => only === null || only.has(p);
  seen.clusters.forEach((cluster, c) => {
    if (!cluster.sites.some(wanted)) return;
    for (const [nowhere, mask] of byMask) {
      const weights = new Float64Array(cluster.size);
      for (let g = 0; g < anchors.size; g += 1) {
        const l = cluster.localOf[g] as number;
        weights[l] = (weights[l] as number) + (mask[g] as number);
      }
      const gone = spoken.get(`c${c} ${nowhere}`);
      if (gone)
        for (let l = 0; l < weights.length; l += 1)
          weights[l] = Math.max(0, (weights[l] as number) - (gone[l] as number));
      if (sumOf(weights) > 1e-12)
        gathered.set(`${c} ${nowhere}`, { cluster: c, supposed: [], nowhere, weights });
    }
  });
  for (const { cluster, supposed, nowhere, weights } of gathered.values()) {
    const c = seen.clusters[cluster];
    if (!c) continue;
    const dists = distsIn(desk, cluster, supposed, nowhere);
    const labels =
      sumOf(weights) < WORTH_SUMMING * total
        ? roughLabels(c, dists, weights)
        : clusterLabels(c, dists, weights);
    c.sites.forEach((site, i) => {
      if (!wanted(site)) return;
      const to = out.get(site) ?? new Float64Array(n);
      out.set(site, to);
      pour(to, 1 / total, labels[i] as Float64Array);
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
      const site = out.get(leaf.site) ?? labelsUnder(desk, weighed, new Set([leaf.site])).get(leaf.site);
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
      for (const [nowhere, mask] of byMask) {
        const rest = sumOf(mask) - (spoken.get(`${p} ${nowhere}`)?.[0] ?? 0);
        if (rest > 0) pour(to, rest / total, desk.background(p, nowhere));
      }
      out.set(p, to);
    }
  });
  return out;
}
