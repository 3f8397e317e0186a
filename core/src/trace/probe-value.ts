import type { TraceBelief } from '../belief/belief';
import { groupOf } from '../belief/belief';
import { CLASS_COUNT } from '../belief/outcome-class';
import type { TargetBelief, TraceTarget } from '../belief/pin-belief';
import { isLandingPoint, netChances, touchesOf } from '../belief/pin-belief';
import { eitherEndHope } from '../belief/either-end';
import type { ProbeIdea } from './probe-ideas';
import { ideasFor, unknownResistors } from './probe-ideas';
import type { Unit, Watched } from './probe-units';
import { combosOf, NOWHERE, pour, unitsOf } from './probe-units';
import { acrossPart } from '../belief/between-nets';
import { tableOf, withSlips } from '../belief/labels';
import { sumOf } from '../belief/evidence';

/** What would be believed of one place after each outcome. */
export interface Watch {
  readonly target: TraceTarget;
  readonly point: number;
  /** Chance now that the point is on the target's net. */
  readonly now: number;
  readonly gainBits: number;
  /** Chance after each class of outcome. */
  readonly after: Float64Array;
}

export interface ProbeValue {
  readonly idea: ProbeIdea;
  /** What it tells of where pins go, bits. */
  readonly gainBits: number;
  /** Chance of each class of outcome. */
  readonly chances: Float64Array;
  readonly watches: readonly Watch[];
}

/** How many places of each unsettled target are watched, and how many are offered to be probed. */
const WATCHED = 3;
const OFFERED = 7;
/** A place counts as a rival of the likeliest one from this share of its chance. */
const RIVAL = 0.35;

/** How often an unmarked resistor by a data line's place is its pull-up (a judgement). */
const PULL_UP_CHANCE = 0.08;
/** What narrows places down counts so much against what settles one (a judgement). */
const NARROWS = 0.5;
/** A line that is nearly settled is worth settling: what tells of it counts so many times (a judgement). */
const NEARLY = 0.8;
const NEARLY_WORTH = 4;

function bits(p: number): number {
  return p <= 0 || p >= 1 ? 0 : -p * Math.log2(p) - (1 - p) * Math.log2(1 - p);
}

/** From this chance on a place is tried for being on the net at all; below it only as the place where the line lands. */
const LIKELY = 0.3;

/** Chance of each point to be where the line of a target lands; of one more point of its net, none. Ground has its net alone. */
function landedChances({ wired, scene }: TraceBelief, target: TraceTarget): Float64Array {
  const out = new Float64Array(scene.points.length);
  wired.forEach((way, o) => {
    const f = target.functions[o] ?? 'unknown';
    const group = way.groups[groupOf(way, f)];
    const row = group?.functions.indexOf(f) ?? -1;
    for (const h of group?.hypotheses ?? []) {
      const site = h.landings[row] ?? -1;
      if (site >= 0) out[site] = (out[site] as number) + way.weight * h.weight;
    }
  });
  return out;
}

function watchedOf(
  belief: TraceBelief,
  open: readonly TargetBelief[],
): { readonly watched: Watched[]; readonly offered: number[][] } {
  const ranked = open.map(({ target }) => {
    const chances = netChances(belief, target);
    const landed = landedChances(belief, target);
    return Array.from(chances, (p, i) => ({ p: Math.max(landed[i] ?? 0, p > LIKELY ? p : 0), i }))
      .filter(({ i, p }) => isLandingPoint(belief, i, target) && p > 0.003)
      .sort((a, b) => b.p - a.p)
      .map(({ i }) => i);
  });
  return {
    watched: open.map(({ target }, k) => ({
      target,
      points: [...(ranked[k] ?? []).slice(0, WATCHED), NOWHERE],
    })),
    offered: ranked.map((r) => r.slice(0, OFFERED)),
  };
}

/** Labels less likely than this are left out of the weighing. */
const LEAST_LABEL = 2e-4;

/** A list that is written into from a place on. */
interface Into {
  readonly list: Float64Array;
  readonly from: number;
}

/** Adds so many times the chance of each class under one pair of distributions; with a label fixed at one tip (else -1), that label's chance is worked in. */
function addShown(
  { list, from }: Into,
  times: number,
  table: readonly Float64Array[],
  classes: number,
  red: Float64Array,
  black: Float64Array,
  fixedRed: number,
  fixedBlack: number,
): void {
  const n = red.length;
  const [a0, a1] = fixedRed < 0 ? [0, n] : [fixedRed, fixedRed + 1];
  const [b0, b1] = fixedBlack < 0 ? [0, n] : [fixedBlack, fixedBlack + 1];
  for (let a = a0; a < a1; a += 1) {
    const pa = red[a] as number;
    if (pa < LEAST_LABEL) continue;
    for (let b = b0; b < b1; b += 1) {
      const p = pa * (black[b] as number);
      if (p < LEAST_LABEL) continue;
      const row = table[a * n + b] as Float64Array;
      const weight = times * p;
      for (let c = 0; c < classes; c += 1)
        list[from + c] = (list[from + c] as number) + weight * (row[c] as number);
    }
  }
}

/** Adds so many times what a reading shows to each watch's list, one list after the other. */
function addToWatches(joint: Float64Array, shown: Float64Array, on: Float64Array): void {
  const classes = shown.length;
  for (let w = 0; w < on.length; w += 1) {
    const times = on[w] as number;
    if (times === 0) continue;
    const from = w * classes;
    for (let c = 0; c < classes; c += 1)
      joint[from + c] = (joint[from + c] as number) + times * (shown[c] as number);
  }
}

/** The sum of p log2 p. */
function plogp(list: Float64Array): number {
  let sum = 0;
  for (let c = 0; c < list.length; c += 1) {
    const p = list[c] as number;
    if (p > 0) sum += p * Math.log2(p);
  }
  return sum;
}

/** What a reading would tell of one unit: each watch with what would be believed after each class. */
function unitValue(
  belief: TraceBelief,
  unit: Unit,
  idea: ProbeIdea,
): { readonly chances: Float64Array; readonly watches: Watch[]; readonly tells: number } {
  const { scene, options } = belief;
  const { labels } = scene;
  const classes = CLASS_COUNT[idea.mode];
  const kind = scene.kinds[idea.red];
  const table = tableOf(labels, idea.mode, scene.partner[idea.red] === idea.black ? (kind ?? null) : null);
  const decoy = scene.partner[idea.red] === idea.black && kind && kind !== 'point' ? acrossPart(kind) : null;
  const across = decoy ? withSlips(decoy[idea.mode], options.slipRate) : null;
  const chances = new Float64Array(classes);
  const joint = new Float64Array(unit.watches.length * classes);
  const atTip = unit.watches.flatMap(({ point }, w) =>
    point === idea.red || point === idea.black ? [w] : [],
  );
  let known = 0;
  for (const { red, black, weight, on, orientation, lined } of combosOf(unit, idea)) {
    const free = across === null || lined;
    let shown = across;
    if (free) {
      shown = new Float64Array(classes);
      addShown({ list: shown, from: 0 }, 1, table, classes, red, black, -1, -1);
    }
    const told = shown as Float64Array;
    const whole = sumOf(told);
    pour(chances, told, weight);
    if (whole > 0) known += weight * (whole * Math.log2(whole) - plogp(told));
    // At its own place a line is told by its label there, not by what is believed of the place.
    if (free) for (const w of atTip) on[w] = 0;
    addToWatches(joint, told, on);
    if (!free) continue;
    for (const w of atTip) {
      const { target, point } = unit.watches[w] as Unit['watches'][number];
      const label = labels.near.get(target.functions[orientation] ?? 'unknown') ?? 0;
      const [fixedRed, fixedBlack] = point === idea.red ? [label, -1] : [-1, label];
      addShown({ list: joint, from: w * classes }, weight, table, classes, red, black, fixedRed, fixedBlack);
    }
  }
  const total = chances.reduce((a, x) => a + x, 0);
  const watches = unit.watches.map(({ target, point }, w): Watch => {
    const own = joint.subarray(w * classes, (w + 1) * classes);
    const now = Math.min(1, sumOf(own) / total);
    const after = new Float64Array(classes);
    let left = 0;
    for (let c = 0; c < classes; c += 1) {
      const chance = chances[c] as number;
      after[c] = chance ? Math.min(1, (own[c] as number) / chance) : now;
      left += (chance / total) * bits(after[c] as number);
    }
    return { target, point, now, gainBits: Math.max(0, bits(now) - left), after };
  });
  const spread =
    total > 0 ? chances.reduce((sum, x) => (x > 0 ? sum - (x / total) * Math.log2(x / total) : sum), 0) : 0;
  return {
    chances: chances.map((x) => x / total),
    watches,
    tells: total > 0 ? Math.max(0, spread - known / total) : 0,
  };
}

/** What a likely landing gains by ohms across its part: where they are few, a wire at either end works. By both ends, for the chances of what is shown. */
function eitherEnds(
  belief: TraceBelief,
  open: readonly TargetBelief[],
): ReadonlyMap<string, (chances: Float64Array) => number> {
  const out = new Map<string, (chances: Float64Array) => number>();
  for (const { target, landings } of open) {
    const best = belief.scene.index.get(landings[0]?.pointId ?? '') ?? -1;
    const now = landings[0]?.p ?? 0;
    if (now < LIKELY || touchesOf(belief, target).length > 0) continue;
    const hope = eitherEndHope(belief, target, netChances(belief, target), best);
    if (!hope) continue;
    const gain = (now >= NEARLY ? NEARLY_WORTH : 1) * Math.max(0, bits(now) - bits(hope.p));
    const across = (chances: Float64Array): number =>
      gain * chances.subarray(0, hope.classes).reduce((sum, p) => sum + p, 0);
    out.set(`${best} ${hope.other}`, across);
    out.set(`${hope.other} ${best}`, across);
  }
  return out;
}

/**
 * What every reading worth weighing would tell of the open targets, in bits: for each target the most that it tells of any of its likely
 * landings (mutual information of outcome and "this point is on that net"), summed over targets.
 */
export function probeValues(belief: TraceBelief, open: readonly TargetBelief[]): ProbeValue[] {
  const { watched, offered } = watchedOf(belief, open);
  const units = unitsOf(belief, watched);
  // An unmarked resistor may be the pull-up that tells D+ from D-: what it would then tell is beyond one reading, so it is hoped for.
  const hopes = new Map<string, number>();
  open.forEach((t, k) => {
    const unsettled = bits(Math.max(0, ...t.landings.map((l) => l.p)));
    for (const [one, other] of unknownResistors(belief, t, offered[k] ?? []))
      hopes.set(`${one} ${other}`, (hopes.get(`${one} ${other}`) ?? 0) + PULL_UP_CHANCE * unsettled);
  });
  const ends = eitherEnds(belief, open);
  return ideasFor(belief, open, offered).map((idea) => {
    const values = units.map((unit) => unitValue(belief, unit, idea));
    const watches = values.flatMap((v) => v.watches);
    const settled = new Map(
      open.map(({ target }) => {
        const own = watches.filter((w) => w.target === target && w.point >= 0);
        return [target, Math.max(0, ...own.map((w) => w.now))] as const;
      }),
    );
    const gainBits = values.reduce((sum, value, u) => {
      const targets = [...new Set(units[u]?.watches.map((w) => w.target))];
      const gains = targets.map((target) => {
        const own = value.watches.filter((w) => w.target === target);
        const best = settled.get(target) ?? 0;
        // To learn that an unlikely place is not the one tells nothing of the likely one.
        const gain = Math.max(0, ...own.filter((w) => w.now >= RIVAL * best).map((w) => w.gainBits));
        return (best >= NEARLY ? NEARLY_WORTH : 1) * gain;
      });
      const least = Math.min(...targets.map((t) => settled.get(t) ?? 0));
      // While a line may land in many places, whatever narrows them down counts, even if no single one becomes likely.
      return (
        sum +
        Math.max(
          gains.reduce((a, b) => a + b, 0),
          (1 - least) * NARROWS * value.tells,
        )
      );
    }, 0);
    const chances = values[0]?.chances ?? new Float64Array(0);
    const hoped =
      idea.mode === 'ohms'
        ? (hopes.get(`${idea.red} ${idea.black}`) ?? 0) +
          (ends.get(`${idea.red} ${idea.black}`)?.(chances) ?? 0)
        : 0;
    return {
      idea,
      gainBits: gainBits + hoped,
      chances,
      watches,
    };
  });
}
