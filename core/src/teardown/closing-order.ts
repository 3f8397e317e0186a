import type { OpeningStep, Teardown } from './step';
import { STEP_WORDS } from './step';

export interface ClosingStep {
  readonly step: OpeningStep;
  readonly title: string;
  readonly care: string;
}

/** Closing goes backwards through the opening (common practice). */
export function closingOrder(teardown: Teardown): ClosingStep[] {
  return teardown.steps.toReversed().map((step) => ({
    step,
    title: step.place ? `${STEP_WORDS[step.kind].close}: ${step.place}` : STEP_WORDS[step.kind].close,
    care: STEP_WORDS[step.kind].care,
  }));
}

/** How many fasteners of a step went back in. */
export interface FastenersBack {
  readonly stepId: string;
  readonly count: number;
}

export interface FastenerGap {
  readonly step: OpeningStep;
  readonly taken: number;
  readonly back: number;
}

/** Groups of fasteners of which some are left over (back < taken) or too many went in (back > taken). */
export function fastenerGaps(teardown: Teardown, back: readonly FastenersBack[]): FastenerGap[] {
  return teardown.steps.flatMap((step) => {
    if (!step.fasteners) return [];
    const count = back.find((b) => b.stepId === step.id)?.count ?? 0;
    return count === step.fasteners.count ? [] : [{ step, taken: step.fasteners.count, back: count }];
  });
}
