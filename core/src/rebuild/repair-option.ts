import type { KitTool } from '../drawer/kit';
import type { Landing } from '../trace/landing';
import type { LandingVerdict } from '../trace/judge-landing';
import type { RepairKind } from './repair-kind';

/** One way to give a pin its copper back. */
export interface RepairOption {
  /** Steady between visits: the kind, and the landing where there is one. */
  readonly key: string;
  readonly kind: RepairKind;
  readonly landing: Landing | null;
  readonly title: string;
  readonly why: string;
  /** What the rules say of its landing; fine where there is none. */
  readonly verdict: LandingVerdict;
  /** Hands-on time, min, without waits. */
  readonly minutes: number;
  /** Chance that it holds at the first try, 0 to 1. */
  readonly success: number;
  /** What the device does not do afterwards; `null` where nothing is lost. */
  readonly loses: string | null;
  /** Tools that the kit lacks. */
  readonly lacks: readonly KitTool[];
  readonly figures: readonly (readonly [name: string, value: string])[];
  /** What it is ranked by: minutes until it holds, with what is lost or still has to be settled worked in, min. */
  readonly rankMinutes: number;
}

export const FINE: LandingVerdict = { level: 'fine', reasons: [] };

/** A landing that has to be rung first costs a walk to the meter, min (a judgement). */
const RING_FIRST_MIN = 6;
/** Second best is worth so much less, min (a judgement). */
const SECOND_BEST_MIN = 15;
/** What the kit lacks can be bought, but not tonight. */
const LACKING_MIN = 2000;
const REFUSED_MIN = 100_000;

/** Ranks an option: minutes to success, since what fails is done again. */
export function ranked(option: Omit<RepairOption, 'rankMinutes'>, lossMinutes: number): RepairOption {
  const { level } = option.verdict;
  return {
    ...option,
    rankMinutes:
      option.minutes / Math.max(0.05, option.success) +
      lossMinutes +
      (level === 'warn' ? RING_FIRST_MIN : 0) +
      (level === 'lose' ? SECOND_BEST_MIN : 0) +
      (level === 'refuse' ? REFUSED_MIN : 0) +
      (option.lacks.length > 0 ? LACKING_MIN : 0),
  };
}
