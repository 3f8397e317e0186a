import type { PinFunction } from '../connector/pin-function';
import { functionGroup, isOptional } from '../connector/pin-function';
import type { TraceBelief } from './belief';
import { MARK } from './evidence';
import type { TraceMode } from './outcome-class';
import { CLASS_COUNT, OHMS_EDGES } from './outcome-class';
import { groupOf, labelsBeside } from './belief';
import { eitherEnd } from './either-end';

/** A place where a pin may land, and how likely it is on the pin's net. */
export interface LandingChance {
  readonly pointId: string;
  /** Chance that a wire there works: the point is on the net, or at the other end of a part of few ohms in its line. */
  readonly p: number;
  /** The other end, where which of the two looks to the port is not settled; absent where the point alone is meant. */
  readonly orEnd?: string;
}

/** Pins that share one fate: the same function whichever way round the board is wired. */
export interface TraceTarget {
  /** Places of the pins among the board's pins. */
  readonly pins: readonly number[];
  /** Function under each orientation. */
  readonly functions: readonly PinFunction[];
  readonly required: boolean;
}

export interface TargetBelief {
  readonly target: TraceTarget;
  /** Likeliest first. */
  readonly landings: readonly LandingChance[];
  /** Chance that the line goes nowhere on the marked board. */
  readonly nowhere: number;
  /** `sure`: a landing, or nowhere, at or over the wanted level. */
  readonly status: 'sure' | 'unsure' | 'nowhere';
}

/** The groups of pins that are traced together, required ones first. Pins of unknown function are left out. */
export function traceTargets({ scene, ctx, options }: TraceBelief): TraceTarget[] {
  const groups = new Map<string, { pins: number[]; functions: PinFunction[] }>();
  ctx.pins.forEach((_, pin) => {
    const functions = scene.orientations.map((o) => o.functions[pin] ?? 'unknown');
    if (functions.includes('unknown')) return;
    const merged = functions.map((f) => (functionGroup(f) === 'ground' ? 'GND' : f));
    const key = merged.join('|');
    const group = groups.get(key) ?? { pins: [], functions: merged };
    group.pins.push(pin);
    groups.set(key, group);
  });
  return [...groups.values()]
    .map((g) => ({ ...g, required: !isOptional(g.functions[0] ?? 'unknown') }))
    .filter((t) => t.required || options.optional)
    .sort((a, b) => Number(b.required) - Number(a.required));
}

/** Ranks the kinds of place alike in chance: the pour before anything else for ground, parts before points. */
function fitness(belief: TraceBelief, target: TraceTarget, point: number): number {
  const { scene } = belief;
  const p = scene.points[point];
  if (p?.owner === 'point') return p.point.role === 'pour' ? 3 : p.point.role === 'test-point' ? 0.5 : 0;
  if (p?.owner === 'leg') return 2;
  const nearest = Math.min(
    ...target.pins.map((pin) => scene.span(scene.index.get(belief.ctx.pins[pin]?.id ?? '') ?? point, point)),
  );
  return 1 - nearest / 1000;
}

/**
 * Chance that each point is on the net of a target: landings, and all that belongs to their net. Where lines were explained one by one it
 * is the line's own explanations that tell: what another line may claim of a point is weighed in them already.
 */
export function netChances(belief: TraceBelief, target: TraceTarget): Float64Array {
  const { scene, wired } = belief;
  const out = new Float64Array(scene.points.length);
  wired.forEach((way, o) => {
    const f = target.functions[o] ?? 'unknown';
    const label = scene.labels.near.get(f) ?? scene.labels.other;
    const own = way.joint ? undefined : way.groups[groupOf(way, f)];
    const chance = new Float64Array(out.length);
    const told = new Float64Array(out.length);
    for (const { weight, special } of own?.hypotheses ?? [])
      for (const [i, dist] of special) {
        chance[i] = (chance[i] as number) + weight * (dist[label] as number);
        told[i] = (told[i] as number) + weight;
      }
    const beside = own ? labelsBeside(way, groupOf(way, f)) : (i: number) => way.labels[i] as Float64Array;
    for (let i = 0; i < out.length; i += 1) {
      const usual = beside(i)[label] as number;
      const here = (chance[i] as number) + Math.max(0, 1 - (told[i] as number)) * usual;
      out[i] = (out[i] as number) + way.weight * here;
    }
  });
  return out;
}

/**
 * Whether a wire of a target can be landed on a point: a part's end, a test pad; not a pin or a stub. What is ground or another supply by
 * its mark is a landing of ground only: a wire of any other line there would join what must stay apart.
 */
export function isLandingPoint(belief: TraceBelief, point: number, target: TraceTarget): boolean {
  const { roles, pinOf } = belief.scene;
  const role = roles[point];
  // A track laid bare is as good a landing for its own pin as any: better than a part at its far end.
  if (role === 'stub') return target.pins.includes(pinOf[point] ?? -1) && isBare(belief, point);
  return role === 'site' || (role === 'reference' && target.functions.includes('GND'));
}

/** Whether a tip found metal that leads somewhere: a reading there showed more than nothing. */
function isBare(belief: TraceBelief, point: number): boolean {
  return belief.evidence.some(
    (e) => e.mode !== 'seen' && (e.red === point || e.black === point) && e.at < CLASS_COUNT[e.mode] - 1,
  );
}

function nowhereChance({ wired }: TraceBelief, target: TraceTarget): number {
  return wired.reduce((sum, way, o) => {
    const f = target.functions[o] ?? 'unknown';
    const group = way.groups[groupOf(way, f)];
    const row = group?.functions.indexOf(f) ?? -1;
    const none = group?.hypotheses.reduce((n, h) => n + (h.landings[row] === -1 ? h.weight : 0), 0) ?? 0;
    return sum + way.weight * none;
  }, 0);
}

/** A landing this much less likely than the best is still as good, when it is better to solder to. */
const AS_GOOD = 0.01;

/** Chances are shown in hundredths. */
const HALF_A_HUNDREDTH = 0.005;

/** Whether a chance reaches what is wanted, as it is shown: what is shown as so many in a hundred counts as that many. */
export const countsAs = (p: number, wanted: number): boolean => p >= wanted - HALF_A_HUNDREDTH;

/**
 * Whether what a wire needs to be safe was not read at a landing: that metal of the pins rings to it, or what it shows against ground. Without
 * either it rests on marks and on what other places are not, however likely; a supply looks like a line of data until it is asked.
 */
export function isUnread(belief: TraceBelief, target: TraceTarget, landing: number): boolean {
  const { scene, evidence, ctx } = belief;
  if (target.functions[0] === 'GND') return isUnrung(belief, target, landing);
  const own = (p: number): boolean => target.pins.includes(scene.pinOf[p] ?? -1);
  if (own(landing)) return false;
  // Where no ground is marked or known nothing can be measured against it.
  if (!scene.points.some((_, i) => groundChance(belief, i) > AS_GROUND))
    return isUnrung(belief, target, landing);
  const net = new Set(ctx.report.netOf.get(scene.points[landing]?.id ?? '')?.points ?? []);
  const here = (p: number): boolean => !own(p) && (p === landing || net.has(scene.points[p]?.id ?? ''));
  return !evidence.some((e) => {
    if (e.reading.id.startsWith(MARK) || e.mode === 'seen') return false;
    if (here(e.red) === here(e.black)) return false;
    const other = here(e.red) ? e.black : e.red;
    // Ohms and no other mode: only there does the figure of a supply climb, or show what hangs on it.
    return own(other) ? rings(e.mode, e.at) : e.mode === 'ohms' && groundChance(belief, other) > AS_GROUND;
  });
}

/** Chance that a point is ground. */
export const groundChance = ({ scene, wired }: TraceBelief, point: number): number =>
  wired.reduce(
    (sum, way) => sum + way.weight * ((way.labels[point] as Float64Array)[scene.labels.ground] as number),
    0,
  );
/** From this chance on a place is taken for ground where another one is measured against it. */
export const AS_GROUND = 0.5;

/** Whether nothing at all was read at a landing. Where ground is marked once, nothing else is there to ring it to. */
const isUnrung = ({ scene, evidence }: TraceBelief, target: TraceTarget, landing: number): boolean =>
  (target.functions[0] !== 'GND' || scene.roles.filter((r) => r === 'reference').length >= 2) &&
  !evidence.some(
    (e) =>
      !e.reading.id.startsWith(MARK) &&
      [e.red, e.black].some((p) => p === landing || target.pins.includes(scene.pinOf[p] ?? -1)),
  );

const rings = (mode: TraceMode, at: number): boolean =>
  mode === 'ohms' ? OHMS_EDGES[at] !== undefined && OHMS_EDGES[at] < 1 : at === 0;

/** While a pad or stub that could be asked has not rung to anything, or a resistor was not measured, so many times less doubt is let pass. */
const UNASKED = 3;

/** Metal of these pins that a tip can rest on: pads, and ends of tracks that were laid bare. */
export function touchesOf(belief: TraceBelief, target: TraceTarget): number[] {
  const { scene } = belief;
  return scene.points.flatMap((_, i) =>
    target.pins.includes(scene.pinOf[i] ?? -1) &&
    (scene.roles[i] === 'pad' || (scene.roles[i] === 'stub' && isBare(belief, i)))
      ? [i]
      : [],
  );
}

/** Whether metal of these pins is there to be touched, and has not yet rung to any landing. */
function unasked(belief: TraceBelief, target: TraceTarget): boolean {
  const { evidence } = belief;
  const touches = touchesOf(belief, target);
  return (
    touches.length > 0 &&
    !evidence.some((e) => rings(e.mode, e.at) && [e.red, e.black].some((p) => touches.includes(p)))
  );
}

/** Whether a CC line would land on a resistor that nobody measured: its place alone does not make it 5.1 kohm. */
function unmeasured({ scene, evidence }: TraceBelief, target: TraceTarget, landing: number): boolean {
  return (
    functionGroup(target.functions[0] ?? 'unknown') === 'configuration' &&
    scene.kinds[landing] === 'resistor' &&
    !evidence.some((e) => e.mode === 'ohms' && (e.red === landing || e.black === landing))
  );
}

/**
 * What is believed of one group of pins. Where a pad or stub could still be asked and was not, inference alone has to be surer.
 * @param sureAt chance from which a landing counts as sure, 0 to 1
 * @param most how many landings are listed
 */
export function targetBelief(
  belief: TraceBelief,
  target: TraceTarget,
  sureAt: number,
  most = 4,
): TargetBelief {
  const chances = netChances(belief, target);
  // Where the pin's own metal can be asked, a reading in ohms tells the two ends of a part apart: nothing is taken together then.
  const asked = touchesOf(belief, target).length > 0;
  const ranked = Array.from(chances, (own, point) => ({
    ...(asked ? { p: own, other: -1 } : eitherEnd(belief, target, chances, point)),
    own,
    point,
  }))
    .filter(({ point }) => isLandingPoint(belief, point, target))
    .sort((a, b) => b.p - a.p || b.own - a.own);
  const best = ranked[0]?.p ?? 0;
  const top = ranked
    .filter((r) => r.p >= best - AS_GOOD && (best < sureAt || r.p >= sureAt))
    .sort((a, b) => fitness(belief, target, b.point) - fitness(belief, target, a.point));
  const rest = ranked.filter((r) => !top.includes(r));
  const nowhere = nowhereChance(belief, target);
  const doubted = unasked(belief, target) || unmeasured(belief, target, top[0]?.point ?? -1);
  const wanted = doubted ? 1 - (1 - sureAt) / UNASKED : sureAt;
  return {
    target,
    landings: [...top, ...rest]
      .slice(0, most)
      .filter((r) => r.p > 0.001)
      .map((r) => ({
        pointId: belief.scene.points[r.point]?.id ?? '',
        p: r.p,
        ...(r.other >= 0 ? { orEnd: belief.scene.points[r.other]?.id ?? '' } : {}),
      })),
    nowhere,
    status:
      countsAs(best, wanted) && !isUnread(belief, target, top[0]?.point ?? -1)
        ? 'sure'
        : countsAs(nowhere, sureAt)
          ? 'nowhere'
          : 'unsure',
  };
}
