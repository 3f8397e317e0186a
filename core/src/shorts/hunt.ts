import { printChance } from '../quantity/print-chance';
import type { Hunt, HuntResult } from './hunt-chances';
import { huntChances, railOhms, SHORT_OHMS } from './hunt-chances';
import type { HuntAction, Suspect, SuspectKind } from './suspect';
import {
  LIFT_SECONDS,
  LOOK_SECONDS,
  MEASURE_SECONDS,
  SCAR_WHEN_FAILED,
  SCAR_WHEN_SOUND,
  UNPLUG_SECONDS,
} from './suspect';

export interface HuntStep {
  readonly action: HuntAction;
  /** Suspect for look and lift, stretch for measure, empty for unplug. */
  readonly target: string;
  readonly title: string;
  readonly why: string;
  readonly seconds: number;
}

export interface HuntReport {
  /** Chance that each suspect is the one, in their order; what was lifted without effect has none. */
  readonly chances: readonly number[];
  /** The part that was the one, once lifting or unplugging it took the short away. */
  readonly found: string | null;
  /** What to do next, `null` when it is found or nothing is left. */
  readonly next: HuntStep | null;
}

/** Expected seconds of lifting until the short is gone, the best by chance over cost first (optimal for one fault, common practice). */
export function liftingSeconds(suspects: readonly Suspect[], chances: ArrayLike<number>): number {
  const order = suspects
    .map((s, i) => ({ p: chances[i] ?? 0, seconds: LIFT_SECONDS[s.kind] }))
    .sort((a, b) => b.p / b.seconds - a.p / a.seconds);
  let spent = 0;
  let expected = 0;
  for (const { p, seconds } of order) {
    spent += seconds;
    expected += p * spent;
  }
  return expected;
}

interface Branch {
  readonly chance: number;
  readonly result: HuntResult;
}

/** What a look, an unplugging or a measuring may show, with its chance. */
function branches(hunt: Hunt, chances: Float64Array, action: HuntAction, target: string): Branch[] {
  const { suspects, links } = hunt;
  if (action === 'look') {
    const i = suspects.findIndex((s) => s.id === target);
    const kind = suspects[i]?.kind ?? 'chip';
    const p = chances[i] ?? 0;
    const scar = p * SCAR_WHEN_FAILED[kind] + (1 - p) * SCAR_WHEN_SOUND;
    return [
      { chance: scar, result: { action, suspect: target, scar: true } },
      { chance: 1 - scar, result: { action, suspect: target, scar: false } },
    ];
  }
  if (action === 'unplug') {
    const gone = suspects.reduce((sum, s, i) => sum + (s.kind === 'plugged' ? (chances[i] ?? 0) : 0), 0);
    return [
      { chance: gone, result: { action, gone: true } },
      { chance: 1 - gone, result: { action, gone: false } },
    ];
  }
  // A measuring: what it would read if the short hung on each stretch in turn, at a likely resistance of its own.
  const before = hunt.results.findLast((r) => r.action === 'measure');
  return [...new Set(suspects.map((s) => s.stretch))].map((stretch) => {
    const chance = suspects.reduce((sum, s, i) => sum + (s.stretch === stretch ? (chances[i] ?? 0) : 0), 0);
    const own = before
      ? Math.max(0.02, before.ohms - Math.min(50, railOhms(links, before.stretch, stretch)))
      : SHORT_OHMS;
    const ohms = own + Math.min(50, railOhms(links, target, stretch));
    return { chance, result: { action: 'measure' as const, stretch: target, ohms } };
  });
}

const secondsOf = (action: HuntAction, suspect: Suspect | undefined): number =>
  action === 'look'
    ? LOOK_SECONDS
    : action === 'unplug'
      ? UNPLUG_SECONDS
      : action === 'measure'
        ? MEASURE_SECONDS
        : LIFT_SECONDS[suspect?.kind ?? 'chip'];

function steps(hunt: Hunt): { readonly action: HuntAction; readonly target: string }[] {
  const { suspects, results } = hunt;
  const done = (action: HuntAction, target: string): boolean =>
    results.some(
      (r) =>
        r.action === action &&
        (r.action === 'unplug' || (r.action === 'measure' ? r.stretch === target : r.suspect === target)),
    );
  const all = [
    ...(suspects.some((s) => s.kind === 'plugged') ? [{ action: 'unplug' as const, target: '' }] : []),
    ...[...new Set(suspects.map((s) => s.stretch))].map((target) => ({ action: 'measure' as const, target })),
    ...suspects.flatMap(({ id, kind, scar }) => [
      ...(scar || kind === 'plugged' ? [] : [{ action: 'look' as const, target: id }]),
      ...(kind === 'plugged' ? [] : [{ action: 'lift' as const, target: id }]),
    ]),
  ];
  return all.filter((s) => !done(s.action, s.target));
}

const FAILED_WORDS: Readonly<Record<SuspectKind, string>> = {
  ceramic: 'a ceramic capacitor that failed',
  electrolytic: 'an electrolytic capacitor that failed',
  transistor: 'a transistor that failed',
  protection: 'a protection diode or array that failed',
  chip: 'a chip that failed',
  bridge: 'a hair of solder',
  water: 'what water left',
  port: 'a port with bent or scorched contacts',
  plugged: 'what is plugged in',
};

/** What has two ends is lifted by one; a port and what has many legs come off whole. */
function liftWords(suspect: Suspect | undefined, target: string): string {
  const label = suspect?.label ?? target;
  if (suspect?.kind === 'port') return 'Take the port off';
  return suspect?.kind === 'transistor' || suspect?.kind === 'chip'
    ? `Take ${label} off`
    : `Lift one end of ${label}`;
}

function words(
  hunt: Hunt,
  action: HuntAction,
  target: string,
  chances: Float64Array,
  saves: number,
): Pick<HuntStep, 'title' | 'why'> {
  const suspect = hunt.suspects.find((s) => s.id === target);
  const p = chances[hunt.suspects.findIndex((s) => s.id === target)] ?? 0;
  const pct = printChance(p);
  const minutes = saves >= 90 ? `${Math.round(saves / 60)} min` : `${Math.max(1, Math.round(saves))} s`;
  switch (action) {
    case 'unplug':
      return {
        title: 'Take off whatever unplugs, measure again',
        why: `It costs next to nothing and rules out all of it${saves > 0 ? `; on average it saves ${minutes} of lifting` : ''}.`,
      };
    case 'measure':
      return {
        title: `Measure to ground ${/^(behind|after) /u.test(target) ? target : `at ${target}`}`,
        why: `The fewer ohms, the nearer the short: coils and beads part the rail. Saves ${minutes} of lifting on average.`,
      };
    case 'look':
      return {
        title: `Look at ${suspect?.label ?? target} under the magnifier`,
        why: `${pct} likely, and ${FAILED_WORDS[suspect?.kind ?? 'chip']} often shows it. Saves ${minutes} on average.`,
      };
    case 'lift':
      return suspect?.kind === 'bridge' || suspect?.kind === 'water'
        ? { title: `Clean ${suspect.label}, measure again`, why: `${pct} likely, for the least work.` }
        : {
            title: `${liftWords(suspect, target)}, measure again`,
            why: `${pct} likely to be the one; the best chance for the work. Leave it off until the short is gone: two may be at fault.`,
          };
  }
}

/**
 * Where a hunt for a short stands: the chances, and the next action. Looking, unplugging and measuring are done while they save more
 * lifting than they take; then the suspect with the best chance for the work is lifted. A found part ends it.
 * Throws RangeError on doubled ids, a meter that resolves nothing, and results for suspects that are not listed.
 */
export function huntReport(hunt: Hunt): HuntReport {
  const { suspects, results, meterOhms } = hunt;
  const ids = new Set(suspects.map((s) => s.id));
  if (ids.size !== suspects.length) throw new RangeError('a suspect is listed twice');
  if (!(meterOhms > 0)) throw new RangeError(`a meter resolves more than 0 ohm, got ${meterOhms}`);
  for (const r of results)
    if ((r.action === 'look' || r.action === 'lift') && !ids.has(r.suspect))
      throw new RangeError(`there is no suspect ${r.suspect}`);
  if (suspects.length === 0) return { chances: [], found: null, next: null };
  const chances = huntChances(hunt);
  const lifted = results.find((r) => r.action === 'lift' && r.gone);
  const unplugged = results.some((r) => r.action === 'unplug' && r.gone);
  const plugged = suspects.filter((s) => s.kind === 'plugged');
  const found =
    lifted?.action === 'lift'
      ? lifted.suspect
      : unplugged && plugged.length > 0
        ? (plugged[0]?.id ?? null)
        : null;
  if (found !== null) return { chances: [...chances], found, next: null };
  const now = liftingSeconds(suspects, chances);
  let best: { action: HuntAction; target: string; worth: number } | null = null;
  let saves = 0;
  for (const { action, target } of steps(hunt)) {
    if (action === 'lift') continue;
    const after = branches(hunt, chances, action, target).reduce(
      (sum, { chance, result }) =>
        chance < 1e-6
          ? sum
          : sum + chance * liftingSeconds(suspects, huntChances({ ...hunt, results: [...results, result] })),
      0,
    );
    const worth = now - after - secondsOf(action, undefined);
    if (worth > 0 && worth > (best?.worth ?? 0)) {
      best = { action, target, worth };
      saves = worth;
    }
  }
  if (!best) {
    // Unplugging is the lifting of all that is plugged.
    const [first] = steps(hunt)
      .filter((s) => s.action === 'lift' || s.action === 'unplug')
      .map((s) => {
        const i = suspects.findIndex((x) => x.id === s.target);
        const p =
          s.action === 'lift'
            ? (chances[i] ?? 0)
            : suspects.reduce((sum, x, k) => sum + (x.kind === 'plugged' ? (chances[k] ?? 0) : 0), 0);
        return { ...s, worth: p / secondsOf(s.action, suspects[i]) };
      })
      .sort((x, y) => y.worth - x.worth);
    best = first ?? null;
  }
  if (!best) return { chances: [...chances], found: null, next: null };
  const { action, target } = best;
  return {
    chances: [...chances],
    found: null,
    next: {
      action,
      target,
      ...words(hunt, action, target, chances, saves),
      seconds: secondsOf(
        action,
        suspects.find((s) => s.id === target),
      ),
    },
  };
}
