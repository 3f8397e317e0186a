import type { PinFunction } from '../connector/pin-function';
import type { TraceEvidence } from './evidence';
import type { ExplainDesk } from './explain-desk';
import type { LineGroup, LineHypothesis } from './line-group';
import { landingPrior } from './line-options';
import { tiesOf } from './one-cause';
import type { Orientation, TraceScene } from './trace-scene';

/** Chance that each site is a landing of a group. */
function landingChances(hypotheses: readonly LineHypothesis[], size: number): Float64Array {
  const out = new Float64Array(size);
  for (const h of hypotheses) for (const s of h.landings) if (s >= 0) out[s] = (out[s] as number) + h.weight;
  return out;
}

/** Sums what stands at points that few ohms join, and gives each of them the sum: two lines do not share a net either. */
function overTies(chances: Float64Array, ties: Int32Array): Float64Array {
  const sums = new Float64Array(chances.length);
  chances.forEach((p, i) => (sums[ties[i] ?? i] = (sums[ties[i] ?? i] as number) + p));
  return chances.map((_, i) => Math.min(1, sums[ties[i] ?? i] as number));
}

/** However surely another line holds a place, so much of it is left. */
const LEFT_OVER = 0.005;

/**
 * Two lines do not land on one net: explanations that take another group's landing lose weight to the other landings, not to none.
 * @returns the explanations, and the logarithm of what is left of their weight: how well the group goes with the others
 */
function withoutOthers(
  scene: TraceScene,
  o: Orientation,
  functions: readonly PinFunction[],
  hypotheses: readonly LineHypothesis[],
  taken: readonly Float64Array[],
  pullUps: ReadonlySet<number>,
): { readonly hypotheses: LineHypothesis[]; readonly log: number } {
  const free = (site: number): number =>
    site < 0 ? 1 : Math.max(LEFT_OVER, 1 - taken.reduce((sum, t) => sum + (t[site] as number), 0));
  const open = functions.map((f) =>
    landingPrior(scene, o, f, pullUps).reduce((sum, p, i) => sum + p * free(scene.sites[i] ?? -1), 0),
  );
  const weights = hypotheses.map((h) =>
    h.landings.reduce((w, s, i) => (s < 0 ? w : (w * free(s)) / Math.max(LEFT_OVER, open[i] ?? 1)), h.weight),
  );
  const total = weights.reduce((a, b) => a + b, 0);
  return {
    hypotheses: hypotheses.map((h, i) => ({ ...h, weight: (weights[i] ?? 0) / total })),
    log: Math.log(Math.max(1e-300, total)),
  };
}

/** Groups of lines that were explained one by one, each then weighed against what the others take; and how well they go together. */
export function settledApart(
  desk: ExplainDesk,
  first: readonly LineGroup[],
  evidence: readonly TraceEvidence[],
): { readonly groups: LineGroup[]; readonly log: number } {
  const { scene, o, pullUps } = desk;
  const ties = tiesOf(scene.points.length, evidence);
  const takenBy = (g: LineGroup): Float64Array =>
    overTies(landingChances(g.hypotheses, scene.points.length), ties);
  // The surest first: each is weighed against those before it, so that what two of them want counts once.
  const surest = [...first.keys()].sort(
    (a, b) => (first[b]?.hypotheses[0]?.weight ?? 0) - (first[a]?.hypotheses[0]?.weight ?? 0) || a - b,
  );
  const groups = [...first];
  let log = 0;
  for (const [n, k] of surest.entries()) {
    const group = first[k] as LineGroup;
    const before = surest.slice(0, n).map((i) => takenBy(groups[i] as LineGroup));
    const settled = withoutOthers(scene, o, group.functions, group.hypotheses, before, pullUps);
    groups[k] = { ...group, hypotheses: settled.hypotheses };
    log += settled.log;
  }
  return {
    log,
    groups: groups.map((g, k) => ({
      ...g,
      hypotheses: withoutOthers(
        scene,
        o,
        g.functions,
        (first[k] as LineGroup).hypotheses,
        groups.filter((_, other) => other !== k).map(takenBy),
        pullUps,
      ).hypotheses,
    })),
  };
}
