import type { Evening, EveningPlan, Task } from '@zebbit/core';
import { planEvening } from '@zebbit/core';

export interface Planner {
  readonly plan: (tasks: readonly Task[], evening: Evening) => Promise<EveningPlan>;
}

/** The computing behind the evening. */
export const createPlanner = (): Planner => ({
  plan: (tasks, evening) => Promise.resolve(planEvening(tasks, evening)),
});
