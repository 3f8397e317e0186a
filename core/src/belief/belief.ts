import type { PinFunction } from '../connector/pin-function';
import { functionGroup, isOptional } from '../connector/pin-function';
import { normalise } from '../inquiry/posterior';
import { anchorPrior, anchorsOf } from './anchors';
import type { TraceEvidence } from './evidence';
import { evidenceOf, scaled, spread } from './evidence';
import { groupDesk, groupExplanations, jointExplanations } from './explain';
import type { ExplainDesk, LineGroupDesk } from './explain-desk';
import { logSum, nothingSupposed } from './explain-desk';
import { labelsUnder } from './labels-under';
import { isPullUp } from './first-part';
import { backgroundOf } from './point-background';
import type { LineByLine } from './line-by-line';
import { lineByLine } from './line-by-line';
import type { LineGroup } from './line-group';
import { hypothesesOf } from './line-hypotheses';
import { lineGroups } from './line-pairs';
import { oneACause } from './one-cause';
import { settledApart } from './settled-apart';
import { siteEvidence } from './site-clusters';
import { tieBook, tied } from './tie';
import type { TraceContext } from './trace-context';
import type { Orientation, TraceScene } from './trace-scene';
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
  /** Chances of every point's labels over all explanations. */
  readonly labels: readonly Float64Array[];
  /** Whether all lines were explained together, every explanation summed: exact. Else line by line, and two do not share a place. */
  readonly joint: boolean;
  /** Chances of every point's labels while no line is supposed anywhere, where lines were explained one by one; else as `labels`. */
  readonly unsupposed: readonly Float64Array[];
}

/**
 * Chances of a point's labels under those explanations of a group that do not speak of it: what its own landing there has to do with it is
 * in those that do, and counts once.
 */
export function labelsBeside(way: WiredBelief, group: number): (point: number) => Float64Array {
  if (!way.joint) return (point) => way.unsupposed[point] as Float64Array;
  const told = new Map<number, { weight: number; readonly sum: Float64Array }>();
  for (const { weight, special } of way.groups[group]?.hypotheses ?? [])
    for (const [point, dist] of special) {
      const so = told.get(point) ?? { weight: 0, sum: new Float64Array(dist.length) };
      for (let i = 0; i < dist.length; i += 1)
        so.sum[i] = (so.sum[i] as number) + weight * (dist[i] as number);
      so.weight += weight;
      told.set(point, so);
    }
  const beside = new Map<number, Float64Array>();
  return (point) => {
    const all = way.labels[point] as Float64Array;
    const so = told.get(point);
    if (!so || so.weight > 1 - LEAST_BESIDE) return all;
    const known = beside.get(point);
    if (known) return known;
    const left = scaled(all.map((p, i) => Math.max(0, p - (so.sum[i] as number))));
    beside.set(point, left);
    return left;
  };
}
/** So little is left beside explanations that do speak of a point that what it is there is rounding. */
const LEAST_BESIDE = 1e-6;

/** All that is believed of where each function goes. */
export interface TraceBelief {
  readonly ctx: TraceContext;
  readonly scene: TraceScene;
  readonly options: BeliefOptions;
  readonly wired: readonly WiredBelief[];
  readonly evidence: readonly TraceEvidence[];
}

/** All lines are explained together while explanations times states of the anchors are no more than this. */
const MOST_CELLS = 12_000;

/** The background of a site while some lines land nowhere: it is then on none of their nets. */
function backgrounds(
  scene: TraceScene,
  o: Orientation,
  lines: readonly PinFunction[],
  pullUps: ReadonlySet<number>,
): ExplainDesk['background'] {
  const made = new Map<number, Float64Array>();
  return (site, nowhere) => {
    const key = site * 65536 + nowhere;
    const known = made.get(key);
    if (known) return known;
    const name = `${o.name} ${site} ${pullUps.has(site) ? 'pull-up' : ''}`;
    const usual = scene.priors.get(name) ?? backgroundOf(scene, o, site, pullUps);
    scene.priors.set(name, usual);
    const out = Float64Array.from(usual);
    lines.forEach((f, k) => {
      if (nowhere & (1 << k)) out[scene.labels.near.get(f) ?? scene.labels.other] = 0;
    });
    const total = out.reduce((a, x) => a + x, 0);
    for (let i = 0; i < out.length; i += 1) out[i] = (out[i] as number) / total;
    made.set(key, out);
    return out;
  };
}

/** Ends of resistors that are 1.5 kohm by their mark or by a reading across them. */
export function pullUpsOf(scene: TraceScene, evidence: readonly TraceEvidence[]): Set<number> {
  return new Set(
    evidence
      .filter(
        (e) =>
          e.mode === 'ohms' &&
          scene.kinds[e.red] === 'resistor' &&
          scene.partner[e.red] === e.black &&
          isPullUp(e.reading.value),
      )
      .flatMap((e) => [e.red, e.black]),
  );
}

/** The labels of every point with what each group's explanations make of it mixed in. */
function mixed(usual: readonly Float64Array[], groups: readonly LineGroup[]): Float64Array[] {
  const shift = new Map<number, { sum: Float64Array; weight: number }>();
  for (const group of groups)
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

/** Labels of every point, from a map that need not hold all. */
function everyPoint(
  scene: TraceScene,
  o: Orientation,
  known: ReadonlyMap<number, Float64Array>,
): Float64Array[] {
  return scene.points.map((_, p) => known.get(p) ?? spread(scene.labels, ...anchorPrior(scene, o, p)));
}

interface Wired {
  readonly log: number;
  readonly groups: readonly LineGroup[];
  readonly labels: readonly Float64Array[];
  readonly unsupposed: readonly Float64Array[];
  readonly joint: boolean;
}

/** One way in which a board may be wired, laid out to be explained: its lines in their groups, with every place each may land on. */
export function deskOf(
  scene: TraceScene,
  o: Orientation,
  evidence: readonly TraceEvidence[],
  options: BeliefOptions,
): {
  readonly desk: ExplainDesk;
  readonly parts: readonly PinFunction[][];
  readonly groups: LineGroupDesk[];
} {
  const anchors = anchorsOf(scene, o, evidence);
  const lines = [...new Set(o.functions)].filter(
    (f) => f !== 'unknown' && functionGroup(f) !== 'ground' && (options.optional || !isOptional(f)),
  );
  const parts = lineGroups(lines);
  const pullUps = pullUpsOf(scene, evidence);
  const background = backgrounds(scene, o, parts.flat(), pullUps);
  const seen = siteEvidence(scene, anchors, evidence, options.slipRate, (site) => background(site, 0));
  const desk: ExplainDesk = {
    scene,
    o,
    anchors,
    seen,
    lines: parts.flat(),
    pullUps,
    background,
    ties: tieBook(seen),
    bases: new Map(),
  };
  return { desk, parts, groups: parts.map((functions) => groupDesk(desk, functions)) };
}

function explain(
  scene: TraceScene,
  o: Orientation,
  evidence: readonly TraceEvidence[],
  options: BeliefOptions,
): Wired {
  const { desk, parts, groups } = deskOf(scene, o, evidence, options);
  const { anchors } = desk;
  const apart = groups.map((g) => groupExplanations(desk, g));
  const ownPads = (functions: readonly PinFunction[]): Set<number> =>
    new Set(anchors.points.filter((p) => functions.includes(o.functions[scene.pinOf[p] ?? -1] ?? 'unknown')));
  const logPrior = Math.log(o.weight);
  const joint = jointExplanations(desk, groups, apart, MOST_CELLS);
  if (joint) {
    let from = 0;
    const labels = everyPoint(scene, o, labelsUnder(desk, joint));
    return {
      log: logPrior + joint.logEvidence,
      joint: true,
      labels,
      unsupposed: labels,
      groups: parts.map((functions) => {
        const hypotheses = hypothesesOf(desk, joint, functions, from, ownPads(functions));
        from += functions.length;
        return { functions, hypotheses };
      }),
    };
  }
  // Line by line: the others are unsupposed, and what they take is weighed in afterwards.
  const nothing = nothingSupposed(desk);
  const none = logSum(nothing);
  const unsupposed = {
    candidates: [{ made: { landings: [], supposed: tied(desk.ties, []), nowhere: 0, prior: 0 } }],
    shares: nothing.map((x) => Math.exp(x - none)),
  };
  const each = lineByLine(desk, groups, apart, none);
  const first = parts.map((functions, k) => {
    const { weighed, from } = each.groups[k] as LineByLine;
    return { functions, hypotheses: hypothesesOf(desk, weighed, functions, from, ownPads(functions)) };
  });
  const settled = settledApart(desk, first, evidence);
  const alone = everyPoint(scene, o, labelsUnder(desk, unsupposed));
  return {
    log: logPrior + none + each.log + settled.log,
    joint: false,
    labels: mixed(alone, settled.groups),
    unsupposed: alone,
    groups: settled.groups,
  };
}

/**
 * The belief after all readings that stand. For each way the board may be wired, all lines are explained together by all places they
 * may land on or by none; two lines do not share a place. Every explanation is weighed by the sum over all labels of all points that
 * were touched: exact where the explanations are few enough to be counted out together, else line by line. No single reading rules
 * anything out, and the order in which readings were taken changes nothing.
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
  const causes = oneACause(scene.points.length, evidence, scene.partner);
  const built = scene.orientations.map((o) => explain(scene, o, causes, options));
  const weights = normalise(Float64Array.from(built, (b) => b.log));
  return {
    ctx,
    scene,
    options,
    evidence,
    wired: built.map(({ groups, labels, unsupposed, joint }, i) => ({
      weight: weights[i] ?? 0,
      groups,
      labels,
      unsupposed,
      joint,
    })),
  };
}

/** Place of a function's group; -1 for ground and lines that are not traced. */
export function groupOf(wired: WiredBelief, f: PinFunction): number {
  return wired.groups.findIndex((g) => g.functions.includes(f));
}
