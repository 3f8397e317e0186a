import type { PinFunction } from '../connector/pin-function';
import { functionGroup } from '../connector/pin-function';
import { normalise } from '../inquiry/posterior';
import { messageTo, scaled, spread, sumOf, times } from './evidence';
import { tableOf } from './labels';
import { landingLogPrior } from './landing-prior';
import type { SiteEvidence } from './site-clusters';
import type { Orientation, TraceScene } from './trace-scene';

/** What a site is supposed to be: a share of its labels' chances. */
export interface Supposed {
  /** Its own number. */
  readonly id: number;
  readonly site: number;
  /** Cluster of readings that the site lies in; -1 where nothing was read of it. */
  readonly cluster: number;
  /** Need not sum to 1: readings across the part are worked in. */
  readonly dist: Float64Array;
  /** The same, summing to 1. */
  readonly bare: Float64Array;
  readonly log: number;
  /** Log chance where nothing was read of the site. */
  readonly bareLog: number;
}

/** One place a line may land on, with what follows from that alone. */
export interface LandingOption {
  /** -1: nowhere on the marked board. */
  readonly site: number;
  /** Log chance before any reading, given that the line lands somewhere. */
  readonly log: number;
  /** Log weight after all readings against the line's best place, the other lines unsupposed. */
  readonly rough: number;
  readonly near: Supposed | null;
  /** The other end of the landing's part; `null` where the kind says nothing of it. */
  readonly behind: Supposed | null;
}

/** A tip that found only varnish or flux at the very place (a judgement): all readings there are nothing. */
const VARNISHED = 0.004;

/** What the other end of a landing's part is then; `null` where the kind says nothing. */
function behindOf(scene: TraceScene, f: PinFunction, site: number): Float64Array | null {
  const { labels } = scene;
  const group = functionGroup(f);
  const kind = scene.kinds[site] ?? 'other';
  const far = labels.far.get(f);
  const resistor = kind === 'resistor' || kind === 'resistor-array';
  // A charger that feeds what it is asked for has dividers on its data lines, a host 15 kohm to ground (USB 2.0, from memory).
  if (group === 'data' && far !== undefined && resistor)
    return spread(
      labels,
      [far, 0.9],
      [labels.ground, 0.04],
      [labels.near.get('VBUS') ?? labels.other, 0.03],
      [labels.other, 0.03],
    );
  // A capacitor on a data line is a filter's, to ground; one in the line is rare.
  if (group === 'data' && far !== undefined && kind === 'capacitor')
    return spread(labels, [labels.ground, 0.75], [far, 0.2], [labels.other, 0.05]);
  const most = (label: number): Float64Array =>
    spread(labels, [label, 0.96], [labels.other, 0.03], [labels.ground, 0.01]);
  if (group === 'configuration') return resistor || kind === 'capacitor' ? most(labels.ground) : null;
  if (kind === 'capacitor' && group === 'supply') return most(labels.ground);
  if (far === undefined) return null;
  // A diode on a supply stands in its line, or beside it to ground against surges.
  if (kind === 'diode') return spread(labels, [far, 0.55], [labels.ground, 0.4], [labels.other, 0.05]);
  return resistor || ['fuse', 'bead', 'inductor', 'choke', 'capacitor'].includes(kind) ? most(far) : null;
}

/** Chance of each site as the landing of a function before any reading, given that it lands on one; in the order of the sites. */
export function landingPrior(
  scene: TraceScene,
  o: Orientation,
  f: PinFunction,
  pullUps: ReadonlySet<number>,
): Float64Array {
  const key = `${o.name} ${f} ${[...pullUps].join()}`;
  const known = scene.priors.get(key);
  if (known) return known;
  const made = normalise(Float64Array.from(scene.sites, (s) => landingLogPrior(scene, o, f, s, pullUps)));
  scene.priors.set(key, made);
  return made;
}

/** What readings across a part's own ends say of one end, once the other is on a known net. */
function acrossSays(
  scene: TraceScene,
  { across }: SiteEvidence,
  known: number,
  label: number,
  other: number,
): { readonly says: Float64Array | null; readonly log: number } {
  const fixed = spread(scene.labels, [label, 1]);
  let says: Float64Array | null = null;
  let log = 0;
  for (const a of across) {
    const { red, black } = a.e;
    if (!((red === known && black === other) || (black === known && red === other))) continue;
    const message = messageTo(
      scene.labels,
      a.e,
      red === other,
      fixed,
      tableOf(scene.labels, a.e.mode, scene.kinds[known] ?? null),
    );
    says = says ? times(says, message) : message;
    log -= a.log;
  }
  return { says, log };
}

/** All places that a line may land on. */
export function landingOptions(
  scene: TraceScene,
  o: Orientation,
  seen: SiteEvidence,
  f: PinFunction,
  pullUps: ReadonlySet<number>,
): LandingOption[] {
  const { labels } = scene;
  const prior = landingPrior(scene, o, f, pullUps);
  const label = labels.near.get(f) ?? labels.other;
  const near = spread(labels, [label, 1 - VARNISHED], [labels.alone, VARNISHED]);
  const kinds = 2 * labels.labels.length;
  const supposed = (
    at: number,
    kind: number,
    dist: Float64Array,
    bare: Float64Array,
    log: number,
  ): Supposed => ({
    id: at * kinds + kind,
    site: at,
    cluster: seen.clusterOf.get(at) ?? -1,
    dist,
    bare,
    log,
    bareLog: log + Math.log(Math.max(1e-300, sumOf(dist))),
  });
  return scene.sites.map((site, i): LandingOption => {
    const partner = scene.partner[site] ?? -1;
    const dist = partner < 0 ? null : behindOf(scene, f, site);
    const { says, log } = acrossSays(scene, seen, site, label, partner);
    const told = dist && says ? times(dist, says) : dist;
    return {
      site,
      log: Math.log(Math.max(1e-300, prior[i] ?? 0)),
      rough: 0,
      near: supposed(site, 2 * label, near, near, 0),
      behind: told && supposed(partner, 2 * label + 1, told, says ? scaled(told) : told, says ? log : 0),
    };
  });
}
