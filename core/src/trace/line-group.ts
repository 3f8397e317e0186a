import type { PinFunction } from '../connector/pin-function';
import { functionGroup } from '../connector/pin-function';
import { normalise } from '../inquiry/posterior';
import type { Groundwork, TraceEvidence } from './groundwork';
import { dot, messageTo, scaled, spread, times } from './groundwork';
import type { LabelSet } from './labels';
import { landingLogPrior, nowhereLogPrior, pairLog } from './landing-prior';
import { SEEN_WHEN_APART, SEEN_WHEN_JOINED } from './primitive';
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

/** A site this much less likely than a line's best is left out, nepers. */
const WITHIN = 11;
/** Explanations lighter than this share of a group are dropped. */
const LEAST_WEIGHT = 2e-5;
const UNWIRED = 0.85;
/** One line of a pair wired and the other not (a judgement). */
const LONELY = 0.012;
const SAME_PART = -5;

/** What the other end of a landing's part is then; `null` where the kind says nothing. */
function behind(scene: TraceScene, f: PinFunction, site: number): Float64Array | null {
  const { labels } = scene;
  const group = functionGroup(f);
  const kind = scene.kinds[site] ?? 'other';
  const far = labels.far.get(f);
  const most = (label: number): Float64Array =>
    spread(labels, [label, 0.96], [labels.other, 0.03], [labels.ground, 0.01]);
  if (group === 'configuration')
    return kind === 'resistor' || kind === 'capacitor' ? most(labels.ground) : null;
  if (kind === 'capacitor' && group === 'supply') return most(labels.ground);
  if (far === undefined) return null;
  return ['resistor', 'fuse', 'bead', 'inductor', 'choke', 'capacitor', 'diode'].includes(kind)
    ? most(far)
    : null;
}

/** A pad whose line lands nowhere on the marked board: as a rule it has no line at all. */
function unwiredPad(labels: LabelSet, usual: Float64Array): Float64Array {
  return usual.map((p, i) => (i === labels.alone ? UNWIRED : p * (1 - UNWIRED)));
}

interface Option {
  readonly site: number;
  readonly near: Float64Array;
  readonly partner: number;
  readonly behind: Float64Array | null;
  readonly log: number;
  /** What the part's other end adds, when that end is not taken by the other line. */
  readonly behindLog: number;
  /** Roughly how good it is with all readings, to tell the hopeless. */
  readonly rough: number;
}

/** Shares arrays and messages among explanations, so that like ones are found by identity. */
interface Workshop {
  readonly scene: TraceScene;
  readonly o: Orientation;
  readonly g: Groundwork;
  readonly functions: readonly PinFunction[];
  /** Pads and stubs of the group's functions. */
  readonly pads: ReadonlySet<number>;
  readonly padEvidence: ReadonlyMap<number, readonly { readonly site: number; readonly e: TraceEvidence }[]>;
  /** What a pad's readings say together, by what its counterparts are supposed to be. */
  readonly padSaid: Map<string, PadSaid>;
  /** For each function, sites that look as if they were on its net. */
  readonly members: readonly (readonly number[])[];
  readonly ids: Map<Float64Array, number>;
  readonly shared: Map<string, Float64Array>;
  readonly said: Map<Float64Array, Map<TraceEvidence, Float64Array>>;
}

interface PadSaid {
  readonly log: number;
  /** What the pad is then; `null` where nothing new is said of it. */
  readonly now: Float64Array | null;
}

/** A short number for a shared array. */
function idOf(w: Workshop, dist: Float64Array | undefined): number {
  if (!dist) return 0;
  const known = w.ids.get(dist) ?? w.ids.size + 1;
  w.ids.set(dist, known);
  return known;
}

function share(w: Workshop, key: string, make: () => Float64Array): Float64Array {
  const known = w.shared.get(key);
  if (known) return known;
  const made = make();
  w.shared.set(key, made);
  return made;
}

function says(w: Workshop, e: TraceEvidence, toRed: boolean, other: Float64Array): Float64Array {
  let byEvidence = w.said.get(other);
  if (!byEvidence) {
    byEvidence = new Map();
    w.said.set(other, byEvidence);
  }
  let message = byEvidence.get(e);
  if (!message) {
    message = messageTo(w.scene.labels, e, toRed, other);
    byEvidence.set(e, message);
  }
  return message;
}

/** Log chance of a site's readings against all but the group's own pads, for a distribution of its label; without landing subtracted. */
function outsideLog(w: Workshop, site: number, dist: Float64Array): number {
  let log = -(w.g.idle[site] as number);
  let joint = dist;
  for (const m of w.g.messages.get(site) ?? []) if (!w.pads.has(m.anchor)) joint = times(joint, m.says);
  if (joint !== dist) log += Math.log(joint.reduce((a, x) => a + x, 0));
  return log;
}

/** Chance of each site as the landing of a function before any reading. */
function landingPrior(scene: TraceScene, o: Orientation, f: PinFunction): Float64Array {
  const key = `${o.name} ${f}`;
  const known = scene.priors.get(key);
  if (known) return known;
  const made = normalise(
    Float64Array.from(scene.sites, (s) => landingLogPrior(scene, o.padsOf.get(f) ?? [], f, s)),
  );
  scene.priors.set(key, made);
  return made;
}

function optionsOf(w: Workshop, f: PinFunction): Option[] {
  const { scene, o, g } = w;
  const { labels, sites } = scene;
  const prior = landingPrior(scene, o, f);
  const near = share(w, `near ${f}`, () => spread(labels, [labels.near.get(f) ?? labels.other, 1]));
  const label = labels.near.get(f) ?? labels.other;
  const options = sites.map((site, i): Option => {
    const partner = scene.partner[site] ?? -1;
    const dist = partner < 0 ? null : behind(scene, f, site);
    const shared = dist && share(w, `behind ${f} ${scene.kinds[site] ?? ''}`, () => dist);
    let behindLog = 0;
    if (shared) {
      behindLog = outsideLog(w, partner, shared);
      for (const { a, b, e, log } of g.across)
        if ((a === site && b === partner) || (b === site && a === partner))
          behindLog += Math.log(says(w, e, a === site, shared)[label] as number) - log;
    }
    const log = Math.log(Math.max(1e-300, prior[i] ?? 0)) + outsideLog(w, site, near);
    return { site, near, partner, behind: shared, log, behindLog, rough: log + behindLog };
  });
  // What the own pads say of each place decides with the rest which places are worth carrying on.
  for (const [pad, list] of w.padEvidence)
    for (const { site, e } of list) {
      const at = options.findIndex((x) => x.site === site);
      const x = options[at];
      if (x)
        options[at] = {
          ...x,
          rough: x.rough + Math.log(dot(says(w, e, e.red === pad, x.near), g.usual[pad] as Float64Array)),
        };
    }
  const best = Math.max(-Infinity, ...options.map((x) => x.rough));
  return [
    ...options.filter((x) => x.rough > best - WITHIN),
    { site: -1, near, partner: -1, behind: null, log: 0, behindLog: 0, rough: best },
  ];
}

function padSaid(
  w: Workshop,
  pad: number,
  special: ReadonlyMap<number, Float64Array>,
  unwired: boolean,
): PadSaid {
  const { scene, o, g } = w;
  const { labels } = scene;
  const f = o.functions[scene.pinOf[pad] ?? -1] ?? 'unknown';
  const own = labels.near.get(f) ?? labels.other;
  const usual = g.padPrior.get(pad) as Float64Array;
  let joint = times(unwired ? unwiredPad(labels, usual) : usual, g.padPlain.get(pad) as Float64Array);
  let [seen, hidden] = [1, 1];
  let more = false;
  for (const { site, e } of w.padEvidence.get(pad) ?? []) {
    const dist = special.get(site);
    if (!dist) continue;
    if (e.mode === 'seen') {
      const reaches = e.at === 0;
      const joined = dist[own] as number;
      const odd = reaches ? SEEN_WHEN_APART : 1 - SEEN_WHEN_APART;
      seen *= (reaches ? 0.97 : 0.03) * joined + odd * (1 - joined);
      hidden *= odd;
    } else {
      joint = times(joint, says(w, e, e.red === pad, dist));
      more = true;
    }
  }
  // A track that an eye cannot follow is lost everywhere along it: many failures to follow it are one.
  const eye = SEEN_WHEN_JOINED * seen + (1 - SEEN_WHEN_JOINED) * hidden;
  return {
    log: Math.log(eye) + Math.log(joint.reduce((a, x) => a + x, 0)),
    now: more || unwired ? scaled(joint) : null,
  };
}

function padsLog(w: Workshop, special: Map<number, Float64Array>, nowhere: readonly PinFunction[]): number {
  const { scene, o } = w;
  let log = 0;
  for (const pad of w.pads) {
    const f = o.functions[scene.pinOf[pad] ?? -1] ?? 'unknown';
    const unwired = scene.roles[pad] === 'pad' && nowhere.includes(f);
    let key = `${pad}${unwired ? 'u' : ''}`;
    for (const { site } of w.padEvidence.get(pad) ?? []) key += ` ${idOf(w, special.get(site))}`;
    const said = w.padSaid.get(key) ?? padSaid(w, pad, special, unwired);
    w.padSaid.set(key, said);
    log += said.log;
    if (said.now) special.set(pad, said.now);
  }
  return log;
}

/** What rings to a landing is on its line too: sites with readings between them are looked at once more. */
function betweenLog(w: Workshop, special: Map<number, Float64Array>): number {
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
  w: Workshop,
  taken: readonly Option[],
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
  const w: Workshop = {
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
