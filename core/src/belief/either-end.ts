import type { ComponentKind } from '../board/board';
import { functionGroup } from '../connector/pin-function';
import type { TraceBelief } from './belief';
import { OHMS_EDGES } from './outcome-class';
import type { TraceTarget } from './pin-belief';

/** A wire at either end of so few ohms in its line works, supply and data lines, ohms (common practice). */
const EITHER_END_OHMS = { supply: 2, data: 50 } as const;
/** Below this share of the better end the other one is not worth naming. */
const WORTH_NAMING = 0.01;

/** A bead or coil that is not broken is of tenths of an ohm (common practice); a fuse is asked, it may have blown. */
const COILS: readonly (ComponentKind | 'point')[] = ['bead', 'inductor'];
const COIL_OHMS = 0.3;

/** Ohms across a part's two ends, by a reading that stands, its mark or its kind; `null` with none. */
function acrossOhms({ scene, evidence }: TraceBelief, a: number, b: number): number | null {
  const across = evidence.filter(
    (e) =>
      e.mode === 'ohms' &&
      ((e.red === a && e.black === b) || (e.red === b && e.black === a)) &&
      e.reading.value !== null,
  );
  if (across.length > 0) return Math.max(...across.map((e) => e.reading.value ?? 0));
  return scene.marked[a] ?? (COILS.includes(scene.kinds[a] ?? 'other') ? COIL_OHMS : null);
}

/** Chance that a wire at a point works: where the part it belongs to is of few ohms, either of its ends will do. */
export function eitherEnd(
  belief: TraceBelief,
  target: TraceTarget,
  chances: Float64Array,
  point: number,
): { readonly p: number; readonly other: number } {
  const own = chances[point] ?? 0;
  const other = belief.scene.partner[point] ?? -1;
  const group = functionGroup(target.functions[0] ?? 'unknown');
  if (other < 0 || (group !== 'supply' && group !== 'data') || belief.scene.roles[point] !== 'site')
    return { p: own, other: -1 };
  const there = chances[other] ?? 0;
  const ohms = acrossOhms(belief, point, other);
  if (ohms === null || ohms > EITHER_END_OHMS[group] || there > own || there < WORTH_NAMING)
    return { p: own, other: -1 };
  return { p: Math.min(1, own + there), other };
}

/**
 * What measuring across a part would make of a landing: that the two ends are of few ohms, so that a wire at either works.
 * @param chances of each point to be on the target's net
 * @returns the other end, the chance that a wire at either end works then, and the classes of ohms up to which it does (their edges lie at or
 *   below what is few); `null` where it is known, or nothing hangs on it
 */
export function eitherEndHope(
  belief: TraceBelief,
  target: TraceTarget,
  chances: Float64Array,
  point: number,
): { readonly other: number; readonly p: number; readonly classes: number } | null {
  const other = belief.scene.partner[point] ?? -1;
  const group = functionGroup(target.functions[0] ?? 'unknown');
  if (other < 0 || (group !== 'supply' && group !== 'data') || belief.scene.roles[point] !== 'site')
    return null;
  const [own, there] = [chances[point] ?? 0, chances[other] ?? 0];
  if (there > own || there < WORTH_NAMING || acrossOhms(belief, point, other) !== null) return null;
  return {
    other,
    p: Math.min(1, own + there),
    classes: OHMS_EDGES.filter((edge) => edge <= EITHER_END_OHMS[group]).length,
  };
}
