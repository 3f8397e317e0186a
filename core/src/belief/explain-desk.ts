import type { PinFunction } from '../connector/pin-function';
import type { Anchors } from './anchors';
import { whenNowhere } from './anchors';
import { times } from './evidence';
import type { LandingOption, Supposed } from './line-options';
import type { SiteCluster, SiteEvidence } from './site-clusters';
import { clusterLog } from './site-clusters';
import type { Tie, TieBook, Tied } from './tie';
import type { Orientation, TraceScene } from './trace-scene';

/** A line or pair of lines, with every place they may land on and what is known of it. */
export interface LineGroupDesk {
  readonly functions: readonly PinFunction[];
  readonly options: readonly (readonly LandingOption[])[];
  /** How much two places belong together for the two lines of a pair, log weight, none favoured on the whole; 0 for a line alone. */
  readonly pair: (a: number, b: number) => number;
  /** Log chance that so many of its lines land nowhere. */
  readonly missing: readonly number[];
  /** Bit of each line among the desk's. */
  readonly bits: readonly number[];
}

/** One explanation of some lines: where each lands (-1: nowhere on the marked board). */
export interface Explanation {
  readonly landings: readonly number[];
  /** What it supposes of places. */
  readonly supposed: Tied;
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
  readonly ties: TieBook;
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

function table(desk: ExplainDesk, { cluster, supposed, tables }: Tie, nowhere: number): Float64Array {
  const known = tables.get(nowhere);
  if (known) return known;
  const c = desk.seen.clusters[cluster];
  const made = c ? clusterLog(c, distsIn(desk, cluster, supposed, nowhere)) : new Float64Array(0);
  tables.set(nowhere, made);
  return made;
}

/** How much likelier what is supposed makes a cluster's readings, log, in each of its joint states. */
function moreThanNone(desk: ExplainDesk, tie: Tie, nowhere: number): Float64Array {
  const known = tie.more.get(nowhere);
  if (known) return known;
  const none = table(desk, desk.ties.none[tie.cluster] as Tie, nowhere);
  const made = table(desk, tie, nowhere).map((x, l) => x - (none[l] as number));
  tie.more.set(nowhere, made);
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
    const own = table(desk, desk.ties.none[i] as Tie, nowhere);
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

/** Log chance of an explanation and all readings, in each joint state of the anchors: written into a list from a place on. */
export function explanationLogs(
  desk: ExplainDesk,
  { supposed: { ties, log }, nowhere, prior }: Explanation,
  into: Float64Array,
  from = 0,
): void {
  const base = withNowhere(desk, nowhere);
  for (let g = 0; g < base.length; g += 1) into[from + g] = (base[g] as number) + log + prior;
  for (const tie of ties) {
    const more = moreThanNone(desk, tie, nowhere);
    const localOf = (desk.seen.clusters[tie.cluster] as SiteCluster).localOf;
    for (let g = 0; g < base.length; g += 1)
      into[from + g] = (into[from + g] as number) + (more[localOf[g] as number] as number);
  }
}

/** Log of the sum of what a stretch of a list are the logs of. */
export function logSum(logs: Float64Array, from = 0, to = logs.length): number {
  if (to - from === 1) return logs[from] as number;
  let top = -Infinity;
  for (let i = from; i < to; i += 1) if ((logs[i] as number) > top) top = logs[i] as number;
  if (top === -Infinity) return top;
  let sum = 0;
  for (let i = from; i < to; i += 1) sum += Math.exp((logs[i] as number) - top);
  return top + Math.log(sum);
}
