import type { TraceBelief, WiredBelief } from '../belief/belief';
import { groupOf, labelsBeside } from '../belief/belief';
import type { LineHypothesis } from '../belief/line-group';
import type { TraceTarget } from '../belief/pin-belief';
import type { ProbeIdea } from './probe-ideas';

/** Watched beside the places: that the line lands nowhere on the marked board. */
export const NOWHERE = -1;
/** A target and the places where it is watched whether its net is there. */
export interface Watched {
  readonly target: TraceTarget;
  readonly points: readonly number[];
}

/** Adds so many times one array to another. */
export function pour(into: Float64Array, from: Float64Array, times: number): void {
  for (let c = 0; c < into.length; c += 1) into[c] = (into[c] as number) + times * (from[c] as number);
}

/** Targets that hang on the same groups of lines, whichever way round the board is wired. */
export interface Unit {
  readonly watches: readonly { readonly target: TraceTarget; readonly point: number }[];
  /** By orientation; those too unlikely are left out. */
  readonly ways: readonly UnitWay[];
}

/** The explanations of a unit's lines in one orientation, those of some weight. */
interface UnitWay {
  readonly orientation: number;
  /** Labels of a point under those that do not speak of it. */
  readonly beside: (point: number) => Float64Array;
  /** Those that say more of a point than its labels do, by point. */
  readonly about: ReadonlyMap<number, readonly Explained[]>;
  /** All together. */
  readonly whole: Weighted;
}

/** A weight, and the weight with which each watched point is on its target's net. */
interface Weighted {
  readonly weight: number;
  readonly on: Float64Array;
}
interface Explained extends Weighted {
  readonly special: LineHypothesis['special'];
}

const NOTHING_SUPPOSED: LineHypothesis = { weight: 1, landings: [], special: new Map() };
/** An orientation less likely than this is left out of the weighing. */
const LEAST_ORIENTATION = 2e-3;
/** Explanations lighter than this are left out of the weighing. */
const LEAST_HYPOTHESIS = 1e-3;

function unitWay(belief: TraceBelief, watches: Unit['watches'], o: number, group: number): UnitWay[] {
  const { scene } = belief;
  const way = belief.wired[o] as WiredBelief;
  if (way.weight < LEAST_ORIENTATION) return [];
  const functions = watches.map(({ target }) => target.functions[o] ?? 'unknown');
  const labels = functions.map((f) => scene.labels.near.get(f) ?? 0);
  const rows = functions.map((f) => way.groups[group]?.functions.indexOf(f) ?? -1);
  const beside = labelsBeside(way, group);
  const explained = (way.groups[group]?.hypotheses ?? [NOTHING_SUPPOSED]).flatMap((h): Explained[] => {
    if (h.weight < LEAST_HYPOTHESIS) return [];
    const weight = way.weight * h.weight;
    const on = Float64Array.from(watches, ({ point }, w) =>
      point === NOWHERE
        ? weight * Number(h.landings[rows[w] ?? -1] === -1)
        : weight * ((h.special.get(point) ?? beside(point))[labels[w] as number] as number),
    );
    return [{ weight, on, special: h.special }];
  });
  const about = new Map<number, Explained[]>();
  const whole = { weight: 0, on: new Float64Array(watches.length) };
  for (const e of explained) {
    whole.weight += e.weight;
    pour(whole.on, e.on, 1);
    for (const point of e.special.keys()) {
      const list = about.get(point);
      if (list) list.push(e);
      else about.set(point, [e]);
    }
  }
  return [{ orientation: o, beside, about, whole }];
}

export function unitsOf(belief: TraceBelief, watched: readonly Watched[]): Unit[] {
  const { wired } = belief;
  const byGroups = new Map<string, { groups: number[]; watches: { target: TraceTarget; point: number }[] }>();
  for (const { target, points } of watched) {
    const groups = wired.map((way, o) => groupOf(way, target.functions[o] ?? 'unknown'));
    const unit = byGroups.get(groups.join()) ?? { groups, watches: [] };
    unit.watches.push(...points.map((point) => ({ target, point })));
    byGroups.set(groups.join(), unit);
  }
  return [...byGroups.values()].map(({ groups, watches }) => ({
    watches,
    ways: wired.flatMap((_, o) => unitWay(belief, watches, o, groups[o] ?? -1)),
  }));
}

/** Explanations that make the same of both tips, taken together. */
export interface Combo {
  readonly red: Float64Array;
  readonly black: Float64Array;
  readonly orientation: number;
  /** Whether the two ends belong to a part of the line, so that the table of lines speaks for it. */
  readonly lined: boolean;
  weight: number;
  /** Its own: whoever asked for it may write into it. */
  readonly on: Float64Array;
}

export function combosOf(unit: Unit, idea: ProbeIdea): Combo[] {
  const combos: Combo[] = [];
  for (const { orientation, beside, about, whole } of unit.ways) {
    const first = combos.length;
    const [red, black] = [beside(idea.red), beside(idea.black)];
    const [ofRed, ofBlack] = [about.get(idea.red) ?? [], about.get(idea.black) ?? []];
    // All that say nothing more of either tip are one.
    let rest = whole.weight;
    const on = Float64Array.from(whole.on);
    for (const e of [...ofRed, ...ofBlack.filter((h) => !h.special.has(idea.red))]) {
      const [ownRed, ownBlack] = [e.special.get(idea.red), e.special.get(idea.black)];
      const [r, b] = [ownRed ?? red, ownBlack ?? black];
      let combo: Combo | undefined;
      for (let i = first; i < combos.length && !combo; i += 1)
        if (combos[i]?.red === r && combos[i]?.black === b) combo = combos[i];
      if (!combo) {
        const lined = ownRed !== undefined && ownBlack !== undefined;
        combo = { red: r, black: b, orientation, lined, weight: 0, on: new Float64Array(on.length) };
        combos.push(combo);
      }
      combo.weight += e.weight;
      pour(combo.on, e.on, 1);
      rest -= e.weight;
      pour(on, e.on, -1);
    }
    if (rest > LEAST_REST)
      combos.push({ red, black, orientation, lined: false, weight: rest, on: on.map((x) => Math.max(0, x)) });
  }
  return combos;
}

/** What is left below this of the weight of all explanations is rounding. */
const LEAST_REST = 1e-9;
