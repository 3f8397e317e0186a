import type { PinFunction } from '../connector/pin-function';
import type { Anchors } from './anchors';
import { sumOf } from './evidence';
import { nowhereLogPrior, pairLog } from './landing-prior';
import type { LandingOption, Supposed } from './line-options';
import { bareLog, landingOptions, landingPrior } from './line-options';
import type { SiteEvidence } from './site-clusters';
import { clusterLabels, clusterLog, roughLabels } from './site-clusters';
import type { Orientation, TraceScene } from './trace-scene';

/** A line or pair of lines, with every place they may land on and what is known of it. */
export interface LineGroupDesk {
  readonly functions: readonly PinFunction[];
  readonly options: readonly (readonly LandingOption[])[];
}

/** One explanation of some lines: where each lands (-1: nowhere on the marked board). */
export interface Explanation {
  readonly landings: readonly number[];
  readonly supposed: readonly Supposed[];
  /** Lines that land nowhere, a bit each by their place among the desk's lines. */
  readonly nowhere: number;
  /** Log chance before any reading. */
  readonly prior: number;
}

/** All that is needed to weigh explanations of one way in which a board may be wired. */
export interface ExplainDesk {
  readonly scene: TraceScene;
  readonly o: Orientation;
  readonly anchors: Anchors;
  readonly seen: SiteEvidence;
  readonly lines: readonly PinFunction[];
  /** Ends of resistors that are pull-ups by their mark or by a reading across them. */
  readonly pullUps: ReadonlySet<number>;
  /** What each site is where it is no landing and lines of these bits land nowhere. */
  readonly background: (site: number, nowhere: number) => Float64Array;
  readonly tables: Map<string, Float64Array>;
  readonly bases: Map<number, Float64Array>;
}

/** Explanations so many nepers lighter than the best are left out. */
const WITHIN = 16;
/** One line of a pair wired and the other not (a judgement). */
const LONELY = 0.012;
/** A part whose two ends two lines land on, log weight (a judgement). */
export const SAME_PART = -5;
/** Explanations lighter than this share are not followed along readings between places. */
const WORTH_SUMMING = 1e-7;
/** Explanations that come to less than this line by line are not tried together. */
const LEAST_TOGETHER = 1e-10;
/** Two places may do better together than each alone says, by so many nepers at the most. */
const SPARE = 4;

/** What a cluster's sites are under an explanation. */
function distsIn(
  desk: ExplainDesk,
  cluster: number,
  supposed: readonly Supposed[],
  nowhere: number,
): Float64Array[] {
  return (desk.seen.clusters[cluster]?.sites ?? []).map(
    (site) => supposed.find((s) => s.site === site)?.dist ?? desk.background(site, nowhere),
  );
}

function table(
  desk: ExplainDesk,
  cluster: number,
  supposed: readonly Supposed[],
  nowhere: number,
): Float64Array {
  const key = `${cluster} ${nowhere} ${supposed.map((s) => s.key).join()}`;
  const known = desk.tables.get(key);
  if (known) return known;
  const c = desk.seen.clusters[cluster];
  const made = c ? clusterLog(c, distsIn(desk, cluster, supposed, nowhere)) : new Float64Array(0);
  desk.tables.set(key, made);
  return made;
}

/** Log chance of everything in each joint state of the anchors while nothing is supposed but which lines land nowhere. */
function withNowhere(desk: ExplainDesk, nowhere: number): Float64Array {
  const known = desk.bases.get(nowhere);
  if (known) return known;
  const out = Float64Array.from(desk.anchors.log);
  desk.seen.clusters.forEach((c, i) => {
    const own = table(desk, i, [], nowhere);
    for (let g = 0; g < out.length; g += 1)
      out[g] = (out[g] as number) + (own[c.localOf[g] as number] as number);
  });
  for (const a of desk.seen.across)
    for (let g = 0; g < out.length; g += 1) out[g] = (out[g] as number) + a.log;
  desk.bases.set(nowhere, out);
  return out;
}

/** Log chance of everything in each joint state of the anchors while nothing is supposed. */
export const nothingSupposed = (desk: ExplainDesk): Float64Array => withNowhere(desk, 0);

/** What is supposed, by the cluster it lies in; what nothing was read of comes to one figure. */
function byCluster(
  desk: ExplainDesk,
  supposed: readonly Supposed[],
): { readonly clusters: ReadonlyMap<number, Supposed[]>; readonly bare: number } {
  const clusters = new Map<number, Supposed[]>();
  let bare = 0;
  for (const s of supposed) {
    const c = desk.seen.clusterOf.get(s.site);
    if (c === undefined) bare += bareLog(s);
    else {
      bare += s.log;
      const list = clusters.get(c);
      if (list) list.push(s);
      else clusters.set(c, [s]);
    }
  }
  for (const list of clusters.values()) list.sort((a, b) => a.site - b.site);
  return { clusters, bare };
}

/** Log chance of an explanation and all readings, in each joint state of the anchors. */
export function explanationLogs(desk: ExplainDesk, e: Explanation): Float64Array {
  const { clusters, bare } = byCluster(desk, e.supposed);
  const out = withNowhere(desk, e.nowhere).map((x) => x + bare + e.prior);
  for (const [c, supposed] of clusters) {
    const cluster = desk.seen.clusters[c];
    if (!cluster) continue;
    const [now, none] = [table(desk, c, supposed, e.nowhere), table(desk, c, [], e.nowhere)];
    for (let g = 0; g < out.length; g += 1) {
      const l = cluster.localOf[g] as number;
      out[g] = (out[g] as number) + (now[l] as number) - (none[l] as number);
    }
  }
  return out;
}

export function logSum(logs: Float64Array): number {
  let top = -Infinity;
  for (const x of logs) if (x > top) top = x;
  if (top === -Infinity) return top;
  let sum = 0;
  for (const x of logs) sum += Math.exp(x - top);
  return top + Math.log(sum);
}

/** Log chance that so many lines of a group land nowhere on the marked board; both or none of a pair, as a rule. */
export function groupLogPrior(
  scene: TraceScene,
  o: Orientation,
  functions: readonly PinFunction[],
  missing: number,
): number {
  const none = Math.exp(nowhereLogPrior(scene, o, functions[0] ?? 'unknown'));
  if (functions.length === 1) return Math.log((missing === 0 ? 1 : none) / (1 + none));
  return Math.log((missing === 0 ? 1 : missing === 1 ? LONELY : none) / (1 + 2 * LONELY + none));
}

/** Log of what the pairing terms come to over all pairs of places before any reading, so that they favour no landing as such. */
function pairNorm({ scene, o, pullUps }: ExplainDesk, functions: readonly PinFunction[]): number {
  const key = `${o.name} ${functions.join()} ${[...pullUps].join()}`;
  const known = scene.pairNorms.get(key);
  if (known !== undefined) return known;
  const [wa, wb] = functions.map((f) => landingPrior(scene, o, f, pullUps)) as [Float64Array, Float64Array];
  let sum = 0;
  scene.sites.forEach((a, i) =>
    scene.sites.forEach((b, j) => {
      const weight = (wa[i] as number) * (wb[j] as number);
      if (a !== b && weight > 1e-6) sum += weight * Math.exp(pairLog(scene, o, functions, a, b));
    }),
  );
  const norm = Math.log(Math.max(1e-9, sum));
  scene.pairNorms.set(key, norm);
  return norm;
}

const NOWHERE: LandingOption = { site: -1, log: 0, rough: 0, near: null, behind: null };

/** An explanation of some groups of lines by one choice for each line; `null` where two lines would land on one place. */
function explanation(
  desk: ExplainDesk,
  groups: readonly LineGroupDesk[],
  taken: readonly LandingOption[],
): Explanation | null {
  const { scene, o, lines } = desk;
  const landed = new Set<number>();
  for (const x of taken)
    if (x.site >= 0) {
      if (landed.has(x.site)) return null;
      landed.add(x.site);
    }
  const supposed: Supposed[] = [];
  let [prior, nowhere, k] = [0, 0, 0];
  for (const x of taken) {
    prior += x.log;
    if (x.near) supposed.push(x.near);
    if (!x.behind) continue;
    if (landed.has(x.behind.site)) prior += SAME_PART;
    else if (!supposed.some((s) => s.site === x.behind?.site)) supposed.push(x.behind);
  }
  for (const { functions } of groups) {
    const own = taken.slice(k, k + functions.length);
    k += functions.length;
    const missing = own.filter((x) => x.site < 0).length;
    prior += groupLogPrior(scene, o, functions, missing);
    own.forEach((x, i) => {
      const f = functions[i];
      if (x.site < 0 && f) nowhere |= 1 << lines.indexOf(f);
    });
    const [a, b] = own;
    if (a && b && missing === 0)
      prior += pairLog(scene, o, functions, a.site, b.site) - pairNorm(desk, functions);
  }
  return { landings: taken.map((x) => x.site), supposed, nowhere, prior };
}

/** The group's lines with their places. */
export function groupDesk(desk: ExplainDesk, functions: readonly PinFunction[]): LineGroupDesk {
  return {
    functions,
    options: functions.map((f) => {
      const all = landingOptions(desk.scene, desk.o, desk.seen, f, desk.pullUps);
      const rough = all.map((x) => {
        const supposed = [x.near, x.behind].flatMap((s) => s ?? []);
        return logSum(explanationLogs(desk, { landings: [], supposed, nowhere: 0, prior: x.log }));
      });
      const best = Math.max(-Infinity, ...rough);
      return [
        ...all.flatMap((x, i) => {
          const own = (rough[i] ?? -Infinity) - best;
          return own > -WITHIN ? [{ ...x, rough: own }] : [];
        }),
        NOWHERE,
      ];
    }),
  };
}

/** Pairs of places that are not hopeless by what each says alone and how the two lie to each other. */
function likelyPairs(
  desk: ExplainDesk,
  functions: readonly PinFunction[],
  first: readonly LandingOption[],
  second: readonly LandingOption[],
): LandingOption[][] {
  const rough = (a: LandingOption, b: LandingOption): number =>
    a.rough +
    b.rough +
    (a.site >= 0 && b.site >= 0 ? pairLog(desk.scene, desk.o, functions, a.site, b.site) : 0);
  const all = first.flatMap((a) =>
    second.map((b) => ({ taken: [a, b], log: rough(a, b), here: a.site >= 0 && b.site >= 0 })),
  );
  const best = all.reduce((most, x) => (x.here ? Math.max(most, x.log) : most), -Infinity);
  return all.filter((x) => !x.here || x.log > best - WITHIN - SPARE).map((x) => x.taken);
}

/** Every explanation of a group that is not hopeless, the other lines being unsupposed. */
export function groupExplanations(desk: ExplainDesk, group: LineGroupDesk): Weighed {
  const [first = [], second] = group.options;
  const tuples = second ? likelyPairs(desk, group.functions, first, second) : first.map((a) => [a]);
  return weigh(
    desk,
    tuples.flatMap((taken) => {
      const made = explanation(desk, [group], taken);
      return made ? [{ made, taken }] : [];
    }),
  );
}

interface Candidate {
  readonly made: Explanation;
  readonly taken: readonly LandingOption[];
}

/** Explanations with their weights, and what each weighs in every joint state of the anchors. */
export interface Weighed {
  readonly candidates: readonly Candidate[];
  /** Sum to 1. */
  readonly weights: Float64Array;
  /** `shares[h][g]`, all sum to 1. */
  readonly shares: readonly Float64Array[];
  /** Log chance of all readings. */
  readonly logEvidence: number;
}

function weigh(desk: ExplainDesk, all: readonly Candidate[]): Weighed {
  const logs = all.map((c) => explanationLogs(desk, c.made));
  const sums = logs.map(logSum);
  const best = Math.max(-Infinity, ...sums);
  const kept = [...all.keys()]
    .filter((i) => (sums[i] ?? -Infinity) > best - WITHIN)
    .sort((a, b) => (sums[b] ?? 0) - (sums[a] ?? 0) || a - b);
  const total = logSum(Float64Array.from(kept, (i) => sums[i] ?? -Infinity));
  return {
    candidates: kept.flatMap((i) => all[i] ?? []),
    weights: Float64Array.from(kept, (i) => Math.exp((sums[i] ?? -Infinity) - total)),
    shares: kept.map((i) => (logs[i] as Float64Array).map((x) => Math.exp(x - total))),
    logEvidence: total,
  };
}

/** All groups explained together, where that is few enough to be counted out; else `null`. */
export function jointExplanations(
  desk: ExplainDesk,
  groups: readonly LineGroupDesk[],
  apart: readonly Weighed[],
  mostCells: number,
): Weighed | null {
  let tuples: { readonly taken: readonly LandingOption[]; readonly weight: number }[] = [
    { taken: [], weight: 1 },
  ];
  for (const w of apart) {
    const more: typeof tuples = [];
    for (const t of tuples)
      for (let i = 0; i < w.candidates.length; i += 1) {
        const weight = t.weight * (w.weights[i] ?? 0);
        // The heaviest come first.
        if (weight < LEAST_TOGETHER) break;
        more.push({ taken: [...t.taken, ...(w.candidates[i]?.taken ?? [])], weight });
        if (more.length * desk.anchors.size > mostCells) return null;
      }
    tuples = more;
  }
  return weigh(
    desk,
    tuples.flatMap(({ taken }) => {
      const made = explanation(desk, groups, taken);
      return made ? [{ made, taken }] : [];
    }),
  );
}

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
