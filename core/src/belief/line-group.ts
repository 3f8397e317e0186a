import type { PinFunction } from '../connector/pin-function';
import { normalise } from '../inquiry/posterior';
import type { Groundwork, TraceEvidence } from './groundwork';
import { dot, messageTo, scaled, times } from './groundwork';
import { nowhereLogPrior, pairLog } from './landing-prior';
import type { LandingOption, LineDesk } from './line-options';
import { idOf, landingPrior, optionsOf, says, share, WITHIN } from './line-options';
import { padsLog } from './pads-said';
import type { Orientation, TraceScene } from './trace-scene';

/** One explanation of a line or a pair of lines: where each lands (-1: nowhere on the marked board). */
export interface LineHypothesis {
  /** Within its group; all of a group sum to 1. */
  readonly weight: number;
  readonly landings: readonly number[];
  /** What points are under it where that differs from the usual: landings, what lies behind them, what rings to them, their pads. */
  readonly special: ReadonlyMap<number, Float64Array>;
}

/** One line, or two that go together, believed jointly. */
export interface LineGroup {
  readonly functions: readonly PinFunction[];
  readonly hypotheses: readonly LineHypothesis[];
  /** For each function, chance of each site as its landing before any reading, given that it lands. */
  readonly prior: readonly ReadonlyMap<number, number>[];
  /** Log chance of the readings that concern the group, against nothing supposed. */
  readonly logEvidence: number;
}

/** Lines that go in pairs; every other line stands for itself. */
export const LINE_PAIRS: readonly (readonly [PinFunction, PinFunction])[] = [
  ['D+', 'D-'],
  ['CC1', 'CC2'],
  ['SSTX+', 'SSTX-'],
  ['SSRX+', 'SSRX-'],
  ['TX1+', 'TX1-'],
  ['RX1+', 'RX1-'],
  ['TX2+', 'TX2-'],
  ['RX2+', 'RX2-'],
];

/** Splits functions into lines and pairs. */
export function lineGroups(functions: readonly PinFunction[]): PinFunction[][] {
  const groups: PinFunction[][] = [];
  for (const f of functions) {
    const pair = LINE_PAIRS.find((p) => p.includes(f) && p.every((x) => functions.includes(x)));
    if (!pair) groups.push([f]);
    else if (pair[0] === f) groups.push([...pair]);
  }
  return groups;
}

/** Explanations lighter than this share of a group are dropped. */
const LEAST_WEIGHT = 2e-5;
/** One line of a pair wired and the other not (a judgement). */
const LONELY = 0.012;
const SAME_PART = -5;

/** What rings to a landing is on its line too: sites with readings between them are looked at once more. */
function betweenLog(w: LineDesk, special: Map<number, Float64Array>): number {
  let sum = 0;
  for (const { e, log } of w.g.between) {
    const [dr, db] = [special.get(e.red), special.get(e.black)];
    if (!dr && !db) continue;
    const [ur, ub] = [dr ?? (w.g.usual[e.red] as Float64Array), db ?? (w.g.usual[e.black] as Float64Array)];
    const message = says(w, e, true, ub);
    sum += Math.log(dot(message, ur)) - log;
    const key = (giver: Float64Array, to: number): string => `${e.reading.id} ${to} ${idOf(w, giver)}`;
    if (!dr && db)
      special.set(
        e.red,
        share(w, key(db, e.red), () => scaled(times(ur, message))),
      );
    if (dr && !db)
      special.set(
        e.black,
        share(w, key(dr, e.black), () => scaled(times(ub, messageTo(w.scene.labels, e, false, dr)))),
      );
  }
  return sum;
}

/** Log chance that so many lines of a group land nowhere on the marked board; both or none of a pair, as a rule. */
function groupLogPrior(functions: readonly PinFunction[], missing: number): number {
  const none = Math.exp(nowhereLogPrior(functions[0] ?? 'unknown'));
  if (functions.length === 1) return Math.log((missing === 0 ? 1 : none) / (1 + none));
  return Math.log((missing === 0 ? 1 : missing === 1 ? LONELY : none) / (1 + 2 * LONELY + none));
}

function judge(
  w: LineDesk,
  taken: readonly LandingOption[],
): { readonly log: number; readonly special: Map<number, Float64Array> } {
  const { scene, o, functions } = w;
  const { labels } = scene;
  const special = new Map<number, Float64Array>();
  let log = 0;
  for (const x of taken) {
    log += x.log;
    if (x.site >= 0) special.set(x.site, x.near);
  }
  for (const x of taken) {
    if (!x.behind) continue;
    if (special.has(x.partner)) log += SAME_PART;
    else {
      special.set(x.partner, x.behind);
      log += x.behindLog;
    }
  }
  const [a, b] = taken;
  if (a && b) {
    const [pa, pb] = [
      o.padsOf.get(functions[0] ?? 'unknown') ?? [],
      o.padsOf.get(functions[1] ?? 'unknown') ?? [],
    ];
    if (a.site >= 0 && b.site >= 0) log += pairLog(scene, [pa, pb], a.site, b.site, pa.length > 1);
  }
  taken.forEach((x, i) => {
    if (x.site >= 0) return;
    // A line that lands nowhere is at no marked place: what looked like one more point of it is something else.
    const label = labels.near.get(functions[i] ?? 'unknown') ?? labels.other;
    for (const site of w.members[i] ?? []) {
      const usual = w.g.usual[site] as Float64Array;
      if (special.has(site)) continue;
      const rest = 1 - (usual[label] as number);
      log += Math.log(Math.max(1e-6, rest));
      special.set(
        site,
        share(w, `not ${label} ${site}`, () => scaled(usual.map((p, l) => (l === label ? 0 : p)))),
      );
    }
  });
  log += groupLogPrior(functions, taken.filter((x) => x.site < 0).length);
  log += betweenLog(w, special);
  log += padsLog(
    w,
    special,
    functions.filter((_, i) => taken[i]?.site === -1),
  );
  return { log, special };
}

/** Log of what the pairing terms come to over all pairs of places before any reading, so that they favour no landing as such. */
function pairNorm(scene: TraceScene, o: Orientation, functions: readonly PinFunction[]): number {
  const key = `${o.name} ${functions.join()}`;
  const known = scene.pairNorms.get(key);
  if (known !== undefined) return known;
  const [pa, pb] = functions.map((f) => o.padsOf.get(f) ?? []) as [readonly number[], readonly number[]];
  const [wa, wb] = functions.map((f) => landingPrior(scene, o, f)) as [Float64Array, Float64Array];
  let sum = 0;
  scene.sites.forEach((a, i) =>
    scene.sites.forEach((b, j) => {
      const weight = (wa[i] as number) * (wb[j] as number);
      if (a !== b && weight > 1e-6) sum += weight * Math.exp(pairLog(scene, [pa, pb], a, b, pa.length > 1));
    }),
  );
  const norm = Math.log(Math.max(1e-9, sum));
  scene.pairNorms.set(key, norm);
  return norm;
}

/**
 * Every explanation of a line or pair that is not hopeless, weighed.
 */
export function lineGroup(
  scene: TraceScene,
  o: Orientation,
  g: Groundwork,
  functions: readonly PinFunction[],
): LineGroup {
  const pads = new Set(
    [...g.padPrior.keys()].filter((p) => functions.includes(o.functions[scene.pinOf[p] ?? -1] ?? 'unknown')),
  );
  const padEvidence = new Map<number, { site: number; e: TraceEvidence }[]>();
  for (const [site, list] of g.messages)
    for (const m of list)
      if (pads.has(m.anchor))
        padEvidence.set(m.anchor, [...(padEvidence.get(m.anchor) ?? []), { site, e: m.e }]);
  const w: LineDesk = {
    scene,
    o,
    g,
    functions,
    pads,
    padEvidence,
    padSaid: new Map(),
    members: functions.map((f) => {
      const label = scene.labels.near.get(f) ?? scene.labels.other;
      return scene.sites.filter((s) => ((g.usual[s] as Float64Array)[label] as number) > 0.005);
    }),
    ids: new Map(),
    shared: new Map(),
    said: new Map(),
  };
  const options = functions.map((f) => optionsOf(w, f));
  const [first = [], second] = options;
  const best = options.reduce((sum, list) => sum + Math.max(...list.map((x) => x.rough)), 0);
  const tuples = second
    ? first.flatMap((a) =>
        second
          .filter((b) => (b.site !== a.site || a.site === -1) && a.rough + b.rough > best - WITHIN)
          .map((b) => [a, b]),
      )
    : first.map((a) => [a]);
  const pairing = second ? pairNorm(scene, o, functions) : 0;
  const judged = tuples.map((taken) => {
    const { log, special } = judge(w, taken);
    const paired = taken.length > 1 && taken.every((x) => x.site >= 0);
    return { log: log - (paired ? pairing : 0), special, landings: taken.map((x) => x.site) };
  });
  const logs = Float64Array.from(judged, (j) => j.log);
  const weights = normalise(logs);
  const lead = weights.reduce((best, x, i) => (x > (weights[best] ?? 0) ? i : best), 0);
  return {
    functions,
    prior: functions.map((f) => {
      const chances = landingPrior(scene, o, f);
      return new Map(scene.sites.map((s, i) => [s, chances[i] ?? 0]));
    }),
    hypotheses: judged
      .map(({ special, landings }, i) => ({ weight: weights[i] ?? 0, landings, special }))
      .filter((h) => h.weight > LEAST_WEIGHT)
      .sort((a, b) => b.weight - a.weight),
    logEvidence: (logs[lead] ?? 0) - Math.log(weights[lead] ?? 1),
  };
}
