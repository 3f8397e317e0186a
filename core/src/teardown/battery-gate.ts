import type { Teardown } from './step';

export type BatteryGate =
  | { readonly open: true }
  | { readonly open: false; readonly code: 'unanswered' | 'still-in' | 'in-again'; readonly message: string };

/**
 * Whether heat or a probe may come near the board. It stays shut until the question is answered, while the battery is in, and once its
 * closing step is done: battery out before any iron, probe or ribbon (common practice).
 * @param closed ids of closing steps that are done
 */
export function batteryGate(teardown: Teardown, closed: readonly string[] = []): BatteryGate {
  if (teardown.battery === 'unanswered') {
    return {
      open: false,
      code: 'unanswered',
      message: 'Is there a battery, and is it out? No iron and no probe before that.',
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
  if (
    teardown.battery === 'out' &&
    teardown.steps.some((s) => s.kind === 'battery' && closed.includes(s.id))
  ) {
    return {
      open: false,
      code: 'in-again',
      message: 'The battery is plugged in again, for the test. Take it out before any iron or ohms.',
    };
  }
  return { open: true };
}
