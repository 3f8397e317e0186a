import type { PinFunction } from '../connector/pin-function';
import { functionGroup } from '../connector/pin-function';
import { normalise } from '../inquiry/posterior';
import type { Groundwork, TraceEvidence } from './groundwork';
import { dot, messageTo, spread, times } from './groundwork';
import { landingLogPrior } from './landing-prior';
import type { Orientation, TraceScene } from './trace-scene';

/** A site this much less likely than a line's best is left out, nepers. */
export const WITHIN = 11;

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

/** One place a line may land on, with what follows from that alone. */
export interface LandingOption {
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
export interface LineDesk {
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

export interface PadSaid {
  readonly log: number;
  /** What the pad is then; `null` where nothing new is said of it. */
  readonly now: Float64Array | null;
}

/** A short number for a shared array. */
export function idOf(w: LineDesk, dist: Float64Array | undefined): number {
  if (!dist) return 0;
  const known = w.ids.get(dist) ?? w.ids.size + 1;
  w.ids.set(dist, known);
  return known;
}

export function share(w: LineDesk, key: string, make: () => Float64Array): Float64Array {
  const known = w.shared.get(key);
  if (known) return known;
  const made = make();
  w.shared.set(key, made);
  return made;
}

export function says(w: LineDesk, e: TraceEvidence, toRed: boolean, other: Float64Array): Float64Array {
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
function outsideLog(w: LineDesk, site: number, dist: Float64Array): number {
  let log = -(w.g.idle[site] as number);
  let joint = dist;
  for (const m of w.g.messages.get(site) ?? []) if (!w.pads.has(m.anchor)) joint = times(joint, m.says);
  if (joint !== dist) log += Math.log(joint.reduce((a, x) => a + x, 0));
  return log;
}

/** Chance of each site as the landing of a function before any reading. */
export function landingPrior(scene: TraceScene, o: Orientation, f: PinFunction): Float64Array {
  const key = `${o.name} ${f}`;
  const known = scene.priors.get(key);
  if (known) return known;
  const made = normalise(
    Float64Array.from(scene.sites, (s) => landingLogPrior(scene, o.padsOf.get(f) ?? [], f, s)),
  );
  scene.priors.set(key, made);
  return made;
}

export function optionsOf(w: LineDesk, f: PinFunction): LandingOption[] {
  const { scene, o, g } = w;
  const { labels, sites } = scene;
  const prior = landingPrior(scene, o, f);
  const near = share(w, `near ${f}`, () => spread(labels, [labels.near.get(f) ?? labels.other, 1]));
  const label = labels.near.get(f) ?? labels.other;
  const options = sites.map((site, i): LandingOption => {
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
