import { acrossPart } from './between-nets';
import type { Anchors, AnchorState } from './anchors';
import { eyeChance, looksFrom } from './anchors';
import type { TraceEvidence } from './evidence';
import { scaled, sumOf, times } from './evidence';
import { withSlips } from './labels';
import type { PairFactor } from './sum-out';
import { sumOut } from './sum-out';
import type { FactorTree } from './factor-tree';
import { treeLabels, treeLog, treeOf } from './factor-tree';
import type { TraceScene } from './trace-scene';

/** Sites that readings tie to each other, with the anchors that they were read against. */
export interface SiteCluster {
  readonly sites: readonly number[];
  /** How many joint states its own anchors have. */
  readonly size: number;
  /** Its own joint state in each joint state of all anchors. */
  readonly localOf: Int32Array;
  /** `says[site][local]`: likelihood of each label from readings against anchors. */
  readonly says: readonly (readonly Float64Array[])[];
  /** Readings between its sites. */
  readonly pairs: readonly PairFactor[];
  /** The same as trees, where they close no loop. */
  readonly tree: FactorTree | null;
}

/** A reading across a part's own two ends. */
export interface AcrossReading {
  readonly e: TraceEvidence;
  /** Log chance of it while the part belongs to no line. */
  readonly log: number;
}

/** All readings that touch sites, sorted into what hangs together. */
export interface SiteEvidence {
  readonly clusters: readonly SiteCluster[];
  /** Cluster of each touched site. */
  readonly clusterOf: ReadonlyMap<number, number>;
  readonly across: readonly AcrossReading[];
  /** What each leaf anchor's readings say of its site, for each of its states. */
  readonly leafSays: ReadonlyMap<number, readonly Float64Array[]>;
}

/** Joins what readings tie together: a root for each member. */
function rootsOf(members: Iterable<number>, ties: Iterable<readonly [number, number]>): Map<number, number> {
  const parent = new Map([...members].map((m) => [m, m]));
  const root = (m: number): number => {
    const up = parent.get(m) ?? m;
    return up === m ? m : root(up);
  };
  for (const [a, b] of ties) parent.set(Math.max(root(a), root(b)), Math.min(root(a), root(b)));
  return new Map([...parent.keys()].map((m) => [m, root(m)]));
}

/** What the readings against one anchor say of a site's labels, for each of the anchor's states. */
function fromAnchor(
  scene: TraceScene,
  point: number,
  states: readonly AnchorState[],
  readings: readonly TraceEvidence[],
  site: number,
): Float64Array[] {
  const { labels } = scene;
  const n = labels.labels.length;
  return states.map((state) => {
    const out = new Float64Array(n).fill(1);
    for (const e of readings) {
      const toRed = e.red === site;
      for (let x = 0; x < n; x += 1) {
        const chance = looksFrom(scene, e, point)
          ? eyeChance(e.at, state.followed, x === state.label && x !== labels.alone)
          : ((labels.chances[e.mode][toRed ? x * n + state.label : state.label * n + x] as Float64Array)[
              e.at
            ] as number);
        out[x] = (out[x] as number) * chance;
      }
    }
    return out;
  });
}

export function siteEvidence(
  scene: TraceScene,
  anchors: Anchors,
  evidence: readonly TraceEvidence[],
  slipRate: number,
  background: (site: number) => Float64Array,
): SiteEvidence {
  const { labels } = scene;
  const n = labels.labels.length;
  const isSite = (p: number): boolean => scene.roles[p] === 'site';
  const across: AcrossReading[] = [];
  const between: TraceEvidence[] = [];
  const against = new Map<number, Map<number, TraceEvidence[]>>();
  const toLeaf = new Map<number, TraceEvidence[]>();
  const touched = new Set<number>();
  for (const e of evidence) {
    const [red, black] = [isSite(e.red), isSite(e.black)];
    if (red) touched.add(e.red);
    if (black) touched.add(e.black);
    if (red && black) {
      const kind = scene.kinds[e.red];
      const own = scene.partner[e.red] === e.black && kind && kind !== 'point' ? acrossPart(kind) : null;
      if (own) across.push({ e, log: Math.log(withSlips(own[e.mode], slipRate)[e.at] as number) });
      else between.push(e);
    } else if (red || black) {
      const [site, anchor] = red ? [e.red, e.black] : [e.black, e.red];
      const k = anchors.of.get(anchor);
      if (k === undefined) {
        toLeaf.set(anchor, [...(toLeaf.get(anchor) ?? []), e]);
        continue;
      }
      const byAnchor = against.get(site) ?? new Map<number, TraceEvidence[]>();
      byAnchor.set(k, [...(byAnchor.get(k) ?? []), e]);
      against.set(site, byAnchor);
    }
  }
  const leafSays = new Map<number, readonly Float64Array[]>();
  const alone = new Map<number, Float64Array>();
  for (const leaf of anchors.leaves.values()) {
    const says = fromAnchor(scene, leaf.point, leaf.states, toLeaf.get(leaf.point) ?? [], leaf.site);
    leafSays.set(leaf.point, says);
    const so = alone.get(leaf.site) ?? new Float64Array(n).fill(1);
    alone.set(leaf.site, so);
    for (let x = 0; x < n; x += 1)
      so[x] =
        (so[x] as number) *
        leaf.states.reduce((sum, s, i) => sum + s.weight * ((says[i] as Float64Array)[x] as number), 0);
  }
  const roots = rootsOf(
    touched,
    between.map((e) => [e.red, e.black] as const),
  );
  const members = new Map<number, number[]>();
  for (const [site, root] of [...roots].sort((a, b) => a[0] - b[0]))
    members.set(root, [...(members.get(root) ?? []), site]);
  const clusters = [...members.values()].map((sites): SiteCluster => {
    const own = [...new Set(sites.flatMap((s) => [...(against.get(s)?.keys() ?? [])]))].sort((a, b) => a - b);
    const localOf = new Int32Array(anchors.size);
    const known = new Map<string, number>();
    const firsts: number[] = [];
    for (let g = 0; g < anchors.size; g += 1) {
      let key = '';
      for (const k of own) key += String.fromCharCode(65 + ((anchors.state[k] as Uint8Array)[g] as number));
      let local = known.get(key);
      if (local === undefined) {
        local = known.size;
        known.set(key, local);
        firsts.push(g);
      }
      localOf[g] = local;
    }
    const says = sites.map((site) => {
      const messages = own.map((k) => {
        const list = against.get(site)?.get(k);
        return list ? fromAnchor(scene, anchors.points[k] ?? -1, anchors.states[k] ?? [], list, site) : null;
      });
      return firsts.map((g) => {
        const out = Float64Array.from(alone.get(site) ?? new Float64Array(n).fill(1));
        own.forEach((k, m) => {
          const message = messages[m]?.[(anchors.state[k] as Uint8Array)[g] as number];
          if (message) for (let x = 0; x < n; x += 1) out[x] = (out[x] as number) * (message[x] as number);
        });
        return out;
      });
    });
    const pairs = new Map<string, { a: number; b: number; weights: Float64Array }>();
    for (const e of between) {
      const [r, b] = [sites.indexOf(e.red), sites.indexOf(e.black)];
      if (r < 0) continue;
      const [first, second] = r < b ? [r, b] : [b, r];
      const pair = pairs.get(`${first} ${second}`) ?? {
        a: first,
        b: second,
        weights: new Float64Array(n * n).fill(1),
      };
      pairs.set(`${first} ${second}`, pair);
      const table = labels.chances[e.mode];
      for (let x = 0; x < n; x += 1)
        for (let y = 0; y < n; y += 1) {
          const row = (r < b ? table[x * n + y] : table[y * n + x]) as Float64Array;
          pair.weights[x * n + y] = (pair.weights[x * n + y] as number) * (row[e.at] as number);
        }
    }
    const all = [...pairs.values()];
    return untangled(
      { sites, size: firsts.length, localOf, says, pairs: all, tree: treeOf(sites.length, all) },
      background,
    );
  });
  return {
    clusters,
    clusterOf: new Map(clusters.flatMap((c, i) => c.sites.map((s) => [s, i] as const))),
    across,
    leafSays,
  };
}

/** Loops of readings among so few places are summed exactly; of more places, the readings that tell least become hints to each end alone. */
const SMALL_CLUSTER = 4;

/** What a reading between two places tells of one from the other, nats, the two being distributed as given. */
function told({ weights }: PairFactor, a: Float64Array, b: Float64Array): number {
  const n = b.length;
  let [sum, logs] = [0, 0];
  for (let i = 0; i < a.length; i += 1)
    for (let j = 0; j < n; j += 1) {
      const p = (a[i] as number) * (b[j] as number);
      const w = weights[i * n + j] as number;
      sum += p * w;
      if (p > 0) logs += p * w * Math.log(Math.max(1e-12, w));
    }
  return logs / sum - Math.log(sum);
}

function untangled(cluster: SiteCluster, background: (site: number) => Float64Array): SiteCluster {
  if (cluster.tree || cluster.sites.length <= SMALL_CLUSTER) return cluster;
  const usual = weighed(cluster, cluster.sites.map(background), 0).map(scaled);
  const ranked = cluster.pairs
    .map((pair) => ({
      pair,
      tells: told(pair, usual[pair.a] as Float64Array, usual[pair.b] as Float64Array),
    }))
    .sort((x, y) => y.tells - x.tells || x.pair.a - y.pair.a || x.pair.b - y.pair.b);
  const parent = cluster.sites.map((_, i) => i);
  const root = (i: number): number => (parent[i] === i ? i : root(parent[i] as number));
  const kept: PairFactor[] = [];
  const hints = cluster.sites.map((_, i) => new Float64Array((usual[i] as Float64Array).length).fill(1));
  for (const { pair } of ranked) {
    const [a, b] = [root(pair.a), root(pair.b)];
    if (a !== b) parent[a] = b;
    else {
      const [one, two] = [usual[pair.a] as Float64Array, usual[pair.b] as Float64Array];
      const n = two.length;
      const [toA, toB] = [hints[pair.a] as Float64Array, hints[pair.b] as Float64Array];
      for (let i = 0; i < one.length; i += 1)
        toA[i] =
          (toA[i] as number) * two.reduce((sum, p, j) => sum + p * (pair.weights[i * n + j] as number), 0);
      for (let j = 0; j < n; j += 1)
        toB[j] =
          (toB[j] as number) * one.reduce((sum, p, i) => sum + p * (pair.weights[i * n + j] as number), 0);
      continue;
    }
    kept.push(pair);
  }
  return {
    ...cluster,
    pairs: kept,
    tree: treeOf(cluster.sites.length, kept),
    says: cluster.says.map((local, i) => local.map((says) => times(says, hints[i] as Float64Array))),
  };
}

const weighed = (cluster: SiteCluster, dists: readonly Float64Array[], local: number): Float64Array[] =>
  cluster.sites.map((_, i) => {
    const [dist, says] = [
      dists[i] as Float64Array,
      (cluster.says[i] as readonly Float64Array[])[local] as Float64Array,
    ];
    return dist.map((x, l) => x * (says[l] as number));
  });

/** Log chance of a cluster's readings in each of its joint states of anchors, its sites being distributed as given. */
export function clusterLog(cluster: SiteCluster, dists: readonly Float64Array[]): Float64Array {
  const out = new Float64Array(cluster.size);
  for (let local = 0; local < cluster.size; local += 1) {
    const unaries = weighed(cluster, dists, local);
    out[local] = cluster.tree
      ? treeLog(cluster.tree, unaries)
      : Math.log(Math.max(1e-300, sumOut(unaries, cluster.pairs, -1)[0] as number));
  }
  return out;
}

/** States lighter than this share of all say nothing of what a site is. */
const LEAST_SHARE = 1e-9;

/** Label chances of each site of a cluster, its joint states of anchors weighed as given. */
export function clusterLabels(
  cluster: SiteCluster,
  dists: readonly Float64Array[],
  weights: Float64Array,
): Float64Array[] {
  const out = cluster.sites.map((_, i) => new Float64Array((dists[i] as Float64Array).length));
  const whole = sumOf(weights);
  for (let local = 0; local < cluster.size; local += 1) {
    const w = weights[local] as number;
    if (w <= LEAST_SHARE * whole) continue;
    const unaries = weighed(cluster, dists, local);
    const all = cluster.tree
      ? treeLabels(cluster.tree, unaries)
      : unaries.map((_, i) => sumOut(unaries, cluster.pairs, i));
    all.forEach((kept, i) => {
      const total = sumOf(kept);
      if (total <= 0) return;
      const to = out[i] as Float64Array;
      for (let l = 0; l < to.length; l += 1) to[l] = (to[l] as number) + (w * (kept[l] as number)) / total;
    });
  }
  return out;
}

/** The same with readings between sites left out: for what hardly counts. */
export const roughLabels = (
  cluster: SiteCluster,
  dists: readonly Float64Array[],
  weights: Float64Array,
): Float64Array[] =>
  clusterLabels({ ...cluster, pairs: [], tree: treeOf(cluster.sites.length, []) }, dists, weights);
