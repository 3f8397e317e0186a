import { canProbe } from '../board/pad-state';
import type { TraceBelief } from '../belief/belief';
import { pullUpsOf } from '../belief/belief';
import type { TraceMode } from '../belief/outcome-class';
import { LINE_PAIRS } from '../belief/line-pairs';
import type { TargetBelief, TraceTarget } from '../belief/pin-belief';
import { AS_GROUND, groundChance, netChances, traceTargets } from '../belief/pin-belief';
import { isGroundPin } from '../belief/trace-context';

/** A reading that could be taken next; points by their numbers in the scene. */
export interface ProbeIdea {
  readonly red: number;
  readonly black: number;
  readonly mode: TraceMode;
}

/** How many of a target's likely places are tried against each other and by eye. */
const TRIED = 3;

/** Where ground can be touched most surely: by what is believed, a pour or leg before a pad or a cell's minus. -1 without any. */
export function surestGround(belief: TraceBelief): number {
  const { scene } = belief;
  const rank = (i: number): number => {
    const p = scene.points[i];
    if (
      scene.roles[i] !== 'reference' &&
      !(p?.owner === 'pin' && isGroundPin(p.pin) && scene.roles[i] === 'pad')
    )
      return -1;
    const chance = groundChance(belief, i);
    const handy = p?.owner === 'point' ? (p.point.role === 'pour' ? 0.05 : 0) : p?.owner === 'leg' ? 0.02 : 0;
    return chance > AS_GROUND ? chance + handy : -1;
  };
  const ranks = scene.points.map((_, i) => rank(i));
  const best = Math.max(-1, ...ranks);
  return best < 0 ? -1 : ranks.indexOf(best);
}

/** How many unmarked resistors are looked at for a pull-up, and how near to a line's likely places, mm. */
const LOOKED_AT = 4;
const PULL_UP_REACH_MM = 8;

/** Resistors near a data line's likely places of which neither mark nor reading says the ohms: one may be its pull-up. */
export function unknownResistors(
  { scene, evidence }: TraceBelief,
  { target }: Pick<TargetBelief, 'target'>,
  places: readonly number[],
): (readonly [number, number])[] {
  if (!target.functions.some((f) => f === 'D+' || f === 'D-')) return [];
  return scene.sites
    .filter((i) => {
      const other = scene.partner[i] ?? -1;
      return (
        scene.kinds[i] === 'resistor' &&
        other > i &&
        scene.marked[i] === null &&
        !evidence.some(
          (e) => e.mode === 'ohms' && [e.red, e.black].includes(i) && [e.red, e.black].includes(other),
        )
      );
    })
    .map((i) => ({ i, mm: Math.min(Infinity, ...places.slice(0, TRIED).map((p) => scene.span(p, i))) }))
    .filter(({ mm }) => mm < PULL_UP_REACH_MM)
    .sort((a, b) => a.mm - b.mm)
    .slice(0, LOOKED_AT)
    .map(({ i }) => [i, scene.partner[i] ?? -1] as const);
}

/** Groups of pins that go in a pair with these. */
function matesOf(belief: TraceBelief, target: TraceTarget): TraceTarget[] {
  const pair = LINE_PAIRS.find((p) => target.functions.some((f) => p.includes(f)));
  return pair
    ? traceTargets(belief).filter(
        (t) =>
          t.functions.join() !== target.functions.join() &&
          pair.some((f) => t.functions[0] === f && target.functions[0] !== f),
      )
    : [];
}

/** Places where a group of pins may land, likeliest first. */
const likelyPlaces = (belief: TraceBelief, target: TraceTarget): number[] =>
  Array.from(netChances(belief, target), (p, i) => ({ p, i }))
    .filter(({ i, p }) => p > 0.01 && belief.scene.roles[i] === 'site')
    .sort((a, b) => b.p - a.p)
    .map(({ i }) => i);

/** Readings worth weighing: pads and stubs against likely landings, those against ground, across their parts, against each other. */
export function ideasFor(
  belief: TraceBelief,
  open: readonly TargetBelief[],
  offered: readonly (readonly number[])[],
): ProbeIdea[] {
  const { scene, ctx } = belief;
  const ideas = new Map<string, ProbeIdea>();
  const add = (red: number, black: number, mode: TraceMode): void => {
    if (red < 0 || black < 0 || red === black) return;
    // What is printed on a part is not measured again.
    if (mode === 'ohms' && scene.partner[red] === black && scene.marked[red] !== null) return;
    const key =
      mode === 'diode' ? `${red}>${black} d` : `${Math.min(red, black)} ${Math.max(red, black)} ${mode}`;
    if (!ideas.has(key)) ideas.set(key, { red, black, mode });
  };
  const touchable = (pin: number): number[] =>
    scene.points.flatMap((_, i) =>
      scene.pinOf[i] === pin && (scene.roles[i] === 'pad' || scene.roles[i] === 'stub') ? [i] : [],
    );
  const reference = surestGround(belief);
  const supplies = scene.points.flatMap((p, i) =>
    p.owner === 'point' && p.point.role === 'other-supply' ? [i] : [],
  );
  // What hides one track from the eye hides them all: where one look ended at the mask, no other is asked for.
  const looks = belief.evidence.filter((e) => e.mode === 'seen');
  const masked = looks.length > 0 && looks.every((e) => e.at === 1);
  // Any pad that is left tells which way round the board is wired, even one whose own line is settled.
  if (scene.orientations.length > 1)
    ctx.pins.forEach((_, pin) => {
      for (const touch of touchable(pin)) {
        add(touch, reference, 'continuity');
        add(reference, touch, 'diode');
        for (const places of offered) for (const place of places.slice(0, 2)) add(touch, place, 'continuity');
      }
    });
  open.forEach(({ target }, k) => {
    const places = offered[k] ?? [];
    const supply = target.functions.includes('VBUS');
    for (const pin of target.pins) {
      const pad = scene.index.get(ctx.pins[pin]?.id ?? '') ?? -1;
      for (const touch of touchable(pin)) {
        add(touch, reference, 'continuity');
        add(touch, reference, 'ohms');
        add(reference, touch, 'diode');
        for (const place of places) {
          add(touch, place, 'continuity');
          add(touch, place, 'ohms');
        }
      }
      const state = ctx.pins[pin]?.pin.state;
      if (state && !canProbe(state) && !masked)
        for (const place of places.slice(0, TRIED)) add(pad, place, 'seen');
    }
    for (const place of places) {
      add(place, reference, 'ohms');
      add(reference, place, 'diode');
      add(place, reference, 'continuity');
      const partner = scene.partner[place] ?? -1;
      add(place, partner, 'ohms');
      if (scene.kinds[place] === 'diode') add(place, partner, 'diode');
      if (supply && ['dual-diode', 'transistor'].includes(scene.kinds[place] ?? ''))
        scene.points.forEach((_, other) => {
          if (scene.component[other] !== scene.component[place]) return;
          add(place, other, 'diode');
          add(other, place, 'diode');
        });
      if (supply) for (const other of supplies) add(place, other, 'continuity');
    }
    // A pull-up of 1.5 kohm stands on one line of a pair only: which of the two places rings to it tells them apart.
    if (target.functions.some((f) => f === 'D+' || f === 'D-')) {
      for (const [one, other] of unknownResistors(belief, { target }, places)) add(one, other, 'ohms');
      for (const end of pullUpsOf(scene, belief.evidence))
        for (const place of places.slice(0, TRIED))
          for (const at of [place, scene.partner[place] ?? -1]) {
            add(at, end, 'continuity');
            add(at, end, 'ohms');
          }
    }
    for (const [n, a] of places.slice(0, TRIED).entries())
      for (const b of places.slice(n + 1, TRIED)) {
        add(a, b, 'ohms');
        add(a, scene.partner[b] ?? -1, 'ohms');
        add(scene.partner[a] ?? -1, b, 'ohms');
      }
    // Where the other line of a pair lands tells of this one: its metal meets its own likely places, settled or not.
    for (const mate of matesOf(belief, target)) {
      const likely = likelyPlaces(belief, mate).slice(0, TRIED);
      for (const pin of mate.pins)
        for (const touch of touchable(pin)) for (const place of likely) add(touch, place, 'continuity');
      for (const place of likely.slice(0, 1)) add(reference, place, 'diode');
    }
    // A pair's lines are told apart at either of them, so the pads of all open targets meet each other's places above.
  });
  return [...ideas.values()];
}
