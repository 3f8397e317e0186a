import type { PinFunction } from '../connector/pin-function';
import type { Anchors } from './anchors';
import { whenNowhere } from './anchors';
import { times } from './evidence';
import type { LandingOption, Supposed } from './line-options';
import { bareLog } from './line-options';
import type { SiteEvidence } from './site-clusters';
import { clusterLog } from './site-clusters';
import type { Orientation, TraceScene } from './trace-scene';

/** A line or pair of lines, with every place they may land on and what is known of it. */
export interface LineGroupDesk {
  readonly functions: readonly PinFunction[];
  readonly options: readonly (readonly LandingOption[])[];
  /** How much two places belong together for the two lines of a pair, log weight, none favoured on the whole; 0 for a line alone. */
  readonly pair: (a: number, b: number) => number;
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

/** What a cluster's sites are under an explanation. */
export function distsIn(
  desk: ExplainDesk,
  cluster: number,
  supposed: readonly Supposed[],
  nowhere: number,
): Float64Array[] {
  return (desk.seen.clusters[cluster]?.sites ?? []).map((site) => {
    const dist = supposed.find((s) => s.site === site)?.dist ?? desk.background(site, nowhere);
    const leaves = leavesSay(desk, site, nowhere);
    return leaves ? times(dist, leaves) : dist;
  });
}

/** Whether the line of a point's pin is among those that land nowhere. */
function isNowhere({ scene, o, lines }: ExplainDesk, point: number, nowhere: number): boolean {
  const line = lines.indexOf(o.functions[scene.pinOf[point] ?? -1] ?? 'unknown');
  return line >= 0 && (nowhere & (1 << line)) !== 0;
}

/** How much likelier each label of a site makes what was read of its leaves, once their lines land nowhere; `null` where it has none. */
function leavesSay(desk: ExplainDesk, site: number, nowhere: number): Float64Array | null {
  if (nowhere === 0) return null;
  const { scene, o, anchors, seen } = desk;
  let out: Float64Array | null = null;
  for (const leaf of anchors.leaves.values()) {
    const says = seen.leafSays.get(leaf.point);
    if (leaf.site !== site || !says || !isNowhere(desk, leaf.point, nowhere)) continue;
    const more = whenNowhere(scene, o, leaf.point, leaf.states);
    const ratio = Float64Array.from(scene.labels.labels, (_, x) => {
      let [now, before] = [0, 0];
      leaf.states.forEach((s, i) => {
        const chance = s.weight * ((says[i] as Float64Array)[x] as number);
        before += chance;
        now += chance * (more[i] as number);
      });
      return now / before;
    });
    out = out ? times(out, ratio) : ratio;
  }
  return out;
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
  desk.anchors.points.forEach((point, k) => {
    if (!isNowhere(desk, point, nowhere)) return;
    const more = whenNowhere(desk.scene, desk.o, point, desk.anchors.states[k] ?? []).map(Math.log);
    for (let g = 0; g < out.length; g += 1)
      out[g] = (out[g] as number) + (more[(desk.anchors.state[k] as Uint8Array)[g] as number] as number);
  });
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
export function byCluster(
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
