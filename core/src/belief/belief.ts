import type { PinFunction } from '../connector/pin-function';
import { functionGroup, isOptional } from '../connector/pin-function';
import { normalise } from '../inquiry/posterior';
import type { Groundwork, TraceEvidence } from './groundwork';
import { evidenceOf, groundwork } from './groundwork';
import type { LineGroup } from './line-group';
import { lineGroup, lineGroups } from './line-group';
import type { TraceContext } from './trace-context';
import type { TraceScene } from './trace-scene';
import { traceScene } from './trace-scene';

export interface BeliefOptions {
  /** Chance that a reading was taken wrong, above 0 and below 1. */
  readonly slipRate: number;
  /** Whether lines that the device can do without are traced too. */
  readonly optional: boolean;
}
export const USUAL_BELIEF: BeliefOptions = { slipRate: 0.02, optional: false };

/** What is believed if the board is wired one way. */
export interface WiredBelief {
  /** Chance that it is wired this way; all sum to 1. */
  readonly weight: number;
  readonly groups: readonly LineGroup[];
  readonly ground: Groundwork;
  /** For each group, and last for none: chances of every point's labels where the group's explanations say nothing special. */
  readonly mixed: readonly (readonly Float64Array[])[];
}

/** All that is believed of where each function goes. */
export interface TraceBelief {
  readonly ctx: TraceContext;
  readonly scene: TraceScene;
  readonly options: BeliefOptions;
  readonly wired: readonly WiredBelief[];
  readonly evidence: readonly TraceEvidence[];
}

/** Chance that each site is a landing of a group. */
function landingChances(group: LineGroup, size: number): Float64Array {
  const out = new Float64Array(size);
  for (const h of group.hypotheses)
    for (const s of h.landings) if (s >= 0) out[s] = (out[s] as number) + h.weight;
  return out;
}

/** Two lines do not land on one place: explanations that take another group's landing lose weight to the other landings, not to none. */
function withoutOthers(group: LineGroup, taken: readonly Float64Array[]): LineGroup {
  const free = (site: number): number =>
    site < 0 ? 1 : Math.max(0.02, 1 - taken.reduce((sum, t) => sum + (t[site] as number), 0));
  const open = group.prior.map((p) => [...p].reduce((sum, [site, weight]) => sum + weight * free(site), 0));
  const weights = group.hypotheses.map((h) =>
    h.landings.reduce((w, s, i) => (s < 0 ? w : (w * free(s)) / Math.max(0.02, open[i] ?? 1)), h.weight),
  );
  const total = weights.reduce((a, b) => a + b, 0);
  return {
    ...group,
    hypotheses: group.hypotheses.map((h, i) => ({ ...h, weight: (weights[i] ?? 0) / total })),
  };
}

/** The usual labels with what the other groups' explanations make of each point mixed in. */
function mixedFor(usual: readonly Float64Array[], others: readonly LineGroup[]): Float64Array[] {
  const shift = new Map<number, { sum: Float64Array; weight: number }>();
  for (const group of others)
    for (const h of group.hypotheses)
      for (const [point, dist] of h.special) {
        const so = shift.get(point) ?? { sum: new Float64Array(dist.length), weight: 0 };
        for (let i = 0; i < dist.length; i += 1)
          so.sum[i] = (so.sum[i] as number) + h.weight * (dist[i] as number);
        so.weight += h.weight;
        shift.set(point, so);
      }
  return usual.map((u, point) => {
    const so = shift.get(point);
    if (!so) return u;
    const rest = Math.max(0, 1 - so.weight);
    const total = so.weight + rest;
    return u.map((x, i) => (rest * x + (so.sum[i] as number)) / total);
  });
}

/** Log chance of the readings of pads that belong to no group: of ground, of lines not traced. */
function strayPads(
  scene: TraceScene,
  wired: PinFunction[],
  functions: readonly PinFunction[],
  g: Groundwork,
): number {
  let log = 0;
  for (const [pad, prior] of g.padPrior) {
    if (functions.includes(wired[scene.pinOf[pad] ?? -1] ?? 'unknown')) continue;
    const plain = g.padPlain.get(pad) as Float64Array;
    log += Math.log(prior.reduce((sum, p, i) => sum + p * (plain[i] as number), 0));
  }
  return log;
}

/**
 * The belief after all readings that stand. For each way the board may be wired, every line (pairs jointly) is explained by all places
 * it may land on or by none; two lines do not share a place. No single reading rules anything out.
 * Throws RangeError for a slip rate outside 0 to 1.
 */
export function traceBelief(
  ctx: TraceContext,
  options: BeliefOptions = USUAL_BELIEF,
  laid: TraceScene | null = null,
): TraceBelief {
  if (!(options.slipRate > 0 && options.slipRate < 1))
    throw new RangeError(`a slip rate lies above 0 and below 1, got ${options.slipRate}`);
  const scene = laid ?? traceScene(ctx, options.slipRate);
  const evidence = evidenceOf(scene, ctx.readings);
  const functions = [...scene.labels.near.keys()].filter(
    (f) => functionGroup(f) !== 'ground' && (options.optional || !isOptional(f)),
  );
  const parts = lineGroups(functions);
  const built = scene.orientations.map((o) => {
    const g = groundwork(scene, o, evidence, options.slipRate);
    const first = parts.map((p) => lineGroup(scene, o, g, p));
    const taken = first.map((group) => landingChances(group, scene.points.length));
    const groups = first.map((group, k) =>
      withoutOthers(
        group,
        taken.filter((_, other) => other !== k),
      ),
    );
    const log =
      Math.log(o.weight) +
      g.constant +
      strayPads(scene, [...o.functions], functions, g) +
      first.reduce((sum, group) => sum + group.logEvidence, 0);
    return { g, groups, log };
  });
  const weights = normalise(Float64Array.from(built, (b) => b.log));
  return {
    ctx,
    scene,
    options,
    evidence,
    wired: built.map(({ g, groups }, i) => ({
      weight: weights[i] ?? 0,
      groups,
      ground: g,
      mixed: [...groups, null].map((own) =>
        mixedFor(
          g.usual,
          groups.filter((x) => x !== own),
        ),
      ),
    })),
  };
}

/** Place of a function's group; -1 for ground and lines that are not traced. */
export function groupOf(wired: WiredBelief, f: PinFunction): number {
  return wired.groups.findIndex((g) => g.functions.includes(f));
}

/** The usual labels beside a group's explanations; group -1 for none. */
export function mixedOf(wired: WiredBelief, group: number): readonly Float64Array[] {
  return wired.mixed[group < 0 ? wired.mixed.length - 1 : group] ?? [];
}
