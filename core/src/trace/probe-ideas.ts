import { canProbe } from '../board/pad-state';
import type { TraceBelief } from '../belief/belief';
import type { TraceMode } from '../belief/outcome-class';
import type { TargetBelief } from '../belief/pin-belief';

/** A reading that could be taken next; points by their numbers in the scene. */
export interface ProbeIdea {
  readonly red: number;
  readonly black: number;
  readonly mode: TraceMode;
}

/** How many of a target's likely places are tried against each other and by eye. */
const TRIED = 3;

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
    const key =
      mode === 'diode' ? `${red}>${black} d` : `${Math.min(red, black)} ${Math.max(red, black)} ${mode}`;
    if (!ideas.has(key)) ideas.set(key, { red, black, mode });
  };
  const touchable = (pin: number): number[] =>
    scene.points.flatMap((_, i) =>
      scene.pinOf[i] === pin && (scene.roles[i] === 'pad' || scene.roles[i] === 'stub') ? [i] : [],
    );
  const ground = scene.points.findIndex(
    (p) => p.owner === 'point' && ['pour', 'battery-minus'].includes(p.point.role),
  );
  const reference = ground >= 0 ? ground : scene.roles.findIndex((r) => r === 'reference');
  const supplies = scene.points.flatMap((p, i) =>
    p.owner === 'point' && p.point.role === 'other-supply' ? [i] : [],
  );
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
      // Where a look from this pad ended at the mask, another one from it will end there too.
      const ended = belief.evidence.some(
        (e) => e.mode === 'seen' && e.at === 1 && [e.red, e.black].includes(pad),
      );
      if (state && !canProbe(state) && !ended)
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
    if (target.functions.some((f) => f === 'D+' || f === 'D-'))
      scene.marked.forEach((ohms, end) => {
        if (ohms === null || ohms < 1400 || ohms > 1600) return;
        for (const place of places.slice(0, TRIED)) {
          add(place, end, 'continuity');
          add(place, end, 'ohms');
        }
      });
    for (const [n, a] of places.slice(0, TRIED).entries())
      for (const b of places.slice(n + 1, TRIED)) {
        add(a, b, 'ohms');
        add(a, scene.partner[b] ?? -1, 'ohms');
        add(scene.partner[a] ?? -1, b, 'ohms');
      }
    // A pair's lines are told apart at either of them, so the pads of all open targets meet each other's places above.
  });
  return [...ideas.values()];
}
