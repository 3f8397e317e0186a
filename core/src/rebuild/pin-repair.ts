import type { Landing } from '../trace/landing';
import type { PadState } from '../board/pad-state';
import { isGone } from '../board/pad-state';
import type { RepairOption } from './repair-option';

/** What to do for one pin, and why. */
export type PinRepair =
  | { readonly kind: 'look'; readonly why: string }
  | { readonly kind: 'leave'; readonly why: string }
  | { readonly kind: 'reflow'; readonly why: string }
  | { readonly kind: 'bridge'; readonly why: string }
  | { readonly kind: 'foil-pad'; readonly why: string }
  | { readonly kind: 'jumper'; readonly why: string; readonly landing: Landing }
  | { readonly kind: 'trace-first'; readonly why: string };

export const REPAIR_WORDS: Readonly<Record<PinRepair['kind'], string>> = {
  look: 'look first',
  leave: 'leave',
  reflow: 'reflow',
  bridge: 'bridge the crack',
  'foil-pad': 'new foil pad',
  jumper: 'jumper',
  'trace-first': 'trace first',
};

export function repairOf(option: RepairOption, why = option.why): PinRepair {
  if (option.kind !== 'jumper') return { kind: option.kind, why };
  return option.landing
    ? { kind: 'jumper', why, landing: option.landing }
    : { kind: 'trace-first', why: 'a jumper wants a landing' };
}

/**
 * The repair that is proposed for a pin: the best of its options. Where its copper is gone and no place is sure enough to land on, it is
 * traced first; what has not been looked at is looked at. Common practice.
 * @param traced where Trace found it to land; `null` while it is open
 */
export function proposedRepair(
  state: PadState,
  options: readonly RepairOption[],
  traced: Landing | null,
): PinRepair {
  if (state === 'unchecked') return { kind: 'look', why: 'its pad has not been looked at' };
  const best = options.find((o) => o.verdict.level === 'fine' || o.verdict.level === 'lose');
  const landed = options.find((o) => o.landing && o.landing.pointId === traced?.pointId);
  const first = options[0];
  if (!first) return { kind: 'look', why: 'its pad has not been looked at' };
  if (!isGone(state)) return repairOf(best ?? first);
  // A landing that Trace stands for is proposed with what is still to be settled said beside it.
  const safe = landed && landed.verdict.level !== 'refuse' ? landed : null;
  const chosen = best && (!safe || best.rankMinutes <= safe.rankMinutes) && !isLastResort(best) ? best : safe;
  if (chosen) return repairOf(chosen);
  if (best?.kind === 'leave' && best.loses === null) return repairOf(best);
  return { kind: 'trace-first', why: 'its track is gone and its landing is not found yet' };
}

/** Leaving a pin that is worth hours is no proposal. */
const isLastResort = ({ kind, rankMinutes }: RepairOption): boolean => kind === 'leave' && rankMinutes > 30;
