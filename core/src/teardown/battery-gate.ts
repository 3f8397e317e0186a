import type { Teardown } from './step';

export type BatteryGate =
  | { readonly open: true }
  | { readonly open: false; readonly code: 'unanswered' | 'still-in'; readonly message: string };

/**
 * Whether heat or a probe may come near the board. It stays shut until the question is answered, and while the battery is in:
 * battery out before any iron, probe or ribbon (common practice).
 */
export function batteryGate(teardown: Teardown): BatteryGate {
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
  return { open: true };
}
