import { normalise } from '../inquiry/posterior';
import type { RailLink, Suspect, SuspectKind } from './suspect';
import { SCAR_WHEN_FAILED, SCAR_WHEN_SOUND, SUSPECT_SHARES } from './suspect';

/** What came of one action. `gone`: the short went with it. */
export type HuntResult =
  | { readonly action: 'look'; readonly suspect: string; readonly scar: boolean }
  | { readonly action: 'unplug'; readonly gone: boolean }
  | { readonly action: 'measure'; readonly stretch: string; readonly ohms: number }
  | { readonly action: 'lift'; readonly suspect: string; readonly gone: boolean };

/** A supply that is pulled down, and what was done about it so far. */
export interface Hunt {
  readonly suspects: readonly Suspect[];
  readonly links: readonly RailLink[];
  readonly results: readonly HuntResult[];
  /** What the meter resolves, ohms, one standard deviation; a cheap one 0.05, a milliohm meter 0.002. */
  readonly meterOhms: number;
  /** How often each kind was the one in own jobs; the usual shares without any. */
  readonly record: Readonly<Partial<Record<SuspectKind, number>>>;
}

/** What a short itself reads, ohms: middle and spread in nepers (common practice: from a fraction of an ohm to some ohms). */
export const SHORT_OHMS = 0.7;
const SHORT_SPREAD = 1.1;
/** A coil, bead or fuse whose resistance was not measured, ohms. */
const LINK_OHMS = 0.25;
/** How far a lifting can mislead: the joint was not open, the part fell back. */
const LIFT_ERROR = 0.01;
const UNPLUG_ERROR = 0.02;
/** Own jobs count as much as so many of the usual shares. */
const RECORD_WEIGHT = 6;

function shareOf(kind: SuspectKind, record: Hunt['record']): number {
  const counted = Object.values(record).reduce((a, b) => a + b, 0);
  const usual = SUSPECT_SHARES[kind];
  if (counted === 0) return usual;
  const total = Object.values(SUSPECT_SHARES).reduce((a, b) => a + b, 0);
  return (RECORD_WEIGHT * usual + total * (record[kind] ?? 0)) / (RECORD_WEIGHT + counted);
}

/** Resistance along the rail between two stretches, the least way, ohms; `Infinity` where they are not linked. */
export function railOhms(links: readonly RailLink[], from: string, to: string): number {
  const best = new Map([[from, 0]]);
  for (let round = 0; round <= links.length; round += 1)
    for (const { a, b, ohms } of links)
      for (const [near, far] of [
        [a, b],
        [b, a],
      ] as const) {
        const here = best.get(near);
        if (here !== undefined)
          best.set(far, Math.min(best.get(far) ?? Infinity, here + (ohms ?? LINK_OHMS)));
      }
  return best.get(to) ?? Infinity;
}

/** Points of the short's own resistance that are summed over, with their weights. */
const SHORT_GRID = Array.from({ length: 33 }, (_, i) => {
  const z = -3 + (6 * i) / 32;
  return { ohms: SHORT_OHMS * Math.exp(SHORT_SPREAD * z), weight: Math.exp((-z * z) / 2) };
});

/** Log chance of the readings from several stretches if the short hangs on one: its own resistance plus the way there. */
function gradientLog({ links, results, meterOhms }: Hunt, stretch: string): number {
  const readings = results.filter((r) => r.action === 'measure');
  if (readings.length === 0) return 0;
  let sum = 0;
  let total = 0;
  for (const { ohms, weight } of SHORT_GRID) {
    let log = 0;
    for (const r of readings) {
      const way = railOhms(links, r.stretch, stretch);
      const unknown = way > 0 && links.some((l) => l.ohms === null) ? 0.4 * way : 0;
      const sigma = Math.hypot(meterOhms, 0.03 * r.ohms, unknown);
      const off = Math.min(8, Math.abs(r.ohms - ohms - Math.min(way, 1e3)) / sigma);
      log += -(off * off) / 2 - Math.log(sigma);
    }
    sum += weight * Math.exp(log);
    total += weight;
  }
  return Math.log(Math.max(1e-300, sum / total));
}

/** Chance that each suspect is the one, in the order of the suspects. Sums to 1. */
export function huntChances(hunt: Hunt): Float64Array {
  const { suspects, results, record } = hunt;
  const gradient = new Map(
    [...new Set(suspects.map((s) => s.stretch))].map((s) => [s, gradientLog(hunt, s)]),
  );
  return normalise(
    Float64Array.from(suspects, (s) => {
      let log = Math.log(shareOf(s.kind, record)) + (gradient.get(s.stretch) ?? 0);
      const scarred = s.scar || results.some((r) => r.action === 'look' && r.suspect === s.id && r.scar);
      const looked = s.scar || results.some((r) => r.action === 'look' && r.suspect === s.id);
      if (scarred) log += Math.log(SCAR_WHEN_FAILED[s.kind] / SCAR_WHEN_SOUND);
      else if (looked) log += Math.log((1 - SCAR_WHEN_FAILED[s.kind]) / (1 - SCAR_WHEN_SOUND));
      for (const r of results) {
        if (r.action === 'unplug') {
          const mine = s.kind === 'plugged';
          log += Math.log(mine === r.gone ? 1 - UNPLUG_ERROR : UNPLUG_ERROR);
        }
        if (r.action === 'lift')
          log += Math.log((r.suspect === s.id) === r.gone ? 1 - LIFT_ERROR : LIFT_ERROR);
      }
      return log;
    }),
  );
}
