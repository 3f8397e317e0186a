import type { OpeningStep, Teardown } from './step';

export interface StepFault {
  readonly code: 'duplicate-id' | 'unknown-step' | 'later-step' | 'closing-circle';
  readonly path: string;
  readonly message: string;
}

/** Holds that steps have ids of their own and come after earlier ones only, so that the graph has no cycle. First fault or `null`. */
export function stepFault({ steps }: Teardown): StepFault | null {
  const place = new Map<string, number>();
  for (const [i, step] of steps.entries()) {
    if (place.has(step.id))
      return { code: 'duplicate-id', path: `steps.${i}.id`, message: `The step ${step.id} stands twice` };
    place.set(step.id, i);
  }
  for (const [i, step] of steps.entries()) {
    for (const [k, id] of step.after.entries()) {
      const at = place.get(id);
      if (at === undefined)
        return { code: 'unknown-step', path: `steps.${i}.after.${k}`, message: `There is no step ${id}` };
      if (at >= i)
        return {
          code: 'later-step',
          path: `steps.${i}.after.${k}`,
          message: `Step ${id} was not before ${step.id}`,
        };
    }
  }
  return null;
}

/** Takes a step away; what came after it comes after what it came after. */
export function withoutStep(steps: readonly OpeningStep[], id: string): OpeningStep[] {
  const gone = steps.find((s) => s.id === id);
  return steps
    .filter((s) => s.id !== id)
    .map((s) =>
      s.after.includes(id)
        ? { ...s, after: [...new Set([...s.after.filter((a) => a !== id), ...(gone?.after ?? [])])] }
        : s,
    );
}

/** Steps that name this one as having come first, by id. */
export function followersOf(steps: readonly OpeningStep[], id: string): OpeningStep[] {
  return steps.filter((s) => s.after.includes(id));
}
