import type { OpeningStep } from './step';
import { usualStep } from './step';

/** A step as it was stored by this version or an earlier one, made whole: what was not there yet gets its usual value. */
export function completeStep(step: Partial<OpeningStep>): OpeningStep {
  const kind = step.kind ?? 'lift-off';
  const whole: OpeningStep = {
    id: '',
    place: '',
    note: '',
    photoId: null,
    frees: '',
    after: [],
    ...usualStep(kind),
    ...step,
    kind,
  };
  return {
    ...whole,
    wires: whole.wires.map((w) => ({ ...{ photoId: null }, ...w })),
    fasteners: whole.fasteners && { ...{ colour: '', missing: 0 }, ...whole.fasteners },
  };
}
