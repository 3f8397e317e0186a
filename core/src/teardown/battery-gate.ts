import type { OpeningStep, Teardown } from './step';
import { connectsOf } from './step';

export type BatteryGate =
  | { readonly open: true }
  | { readonly open: false; readonly code: 'unanswered' | 'still-in' | 'in-again'; readonly message: string };

/** Plugged in, latched or soldered back by this step: the cell, or a wire of it. */
export const isCell = (step: OpeningStep): boolean =>
  step.kind === 'battery' ||
  (['solder-joint', 'cable', 'latch'].includes(step.kind) && connectsOf(step).includes('battery'));

/**
 * Whether heat or a probe may come near the board. It stays shut until the question is answered, while the battery is in, and once its
 * closing step is done: battery out before any iron, probe or ribbon (common practice).
 * @param closed ids of closing steps that are done
 */
export function batteryGate(teardown: Teardown, closed: readonly string[] = []): BatteryGate {
  if (teardown.battery === 'unanswered') {
    const at = teardown.steps.findIndex(isCell);
    return {
      open: false,
      code: 'unanswered',
      message:
        at >= 0
          ? `Step ${at + 1} speaks of a battery: is all of it off? No iron and no probe before that.`
          : 'Is there a battery, and is it out? No iron and no probe before that.',
    };
  }
  if (teardown.battery === 'in') {
    return {
      open: false,
      code: 'still-in',
      message:
        'Battery out first: unplug it, or unsolder the negative lead, tape it, then the positive, tape it. Note the pads.',
    };
  }
  if (teardown.battery === 'out' && teardown.steps.some((s) => isCell(s) && closed.includes(s.id))) {
    return {
      open: false,
      code: 'in-again',
      message: 'The battery is connected again, for the test. Take it off before any iron or ohms.',
    };
  }
  return { open: true };
}
