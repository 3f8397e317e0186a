import type { DeviceAbility } from '../job/device';
import type { PinFunction } from '../connector/pin-function';
import { functionGroup } from '../connector/pin-function';

/** What a device does not do without a pin, and how much that is worth in minutes of work (a judgement). */
export interface PinLoss {
  readonly words: string | null;
  readonly minutes: number;
}

/** So much that nothing else is worth leaving it. */
const EVERYTHING_MIN = 10_000;

/**
 * What is lost where a pin stays unconnected. Common practice; CC by the USB Type-C specification, SuperSpeed's fall back to USB 2 by the
 * USB 3 specification (from memory).
 * @param others how many other contacts of the same function hold
 * @param does what the device does when it is well; empty while it was not asked
 */
export function pinLoss(f: PinFunction, others: number, does: readonly DeviceAbility[]): PinLoss {
  const asked = does.length > 0;
  switch (functionGroup(f)) {
    case 'supply':
    case 'ground':
      if (others > 0)
        return {
          words: `${others} other ${f} contact${others > 1 ? 's carry' : ' carries'} it alone`,
          minutes: 25,
        };
      return { words: f === 'VBUS' ? 'it takes no supply' : 'nothing works', minutes: EVERYTHING_MIN };
    case 'data':
      if (others > 0) return { words: 'data works with the plug one way up only', minutes: 20 };
      if (asked && !does.includes('data'))
        return { words: 'data, which this device does not use; some chargers then give less', minutes: 10 };
      return {
        words: asked ? 'data; it still charges' : 'data, if it has any; it still charges',
        minutes: asked ? 400 : 150,
      };
    case 'configuration':
      return {
        words:
          'with a C-to-C cable it charges one way up only, with both gone not at all; an A-to-C cable still charges',
        minutes: 60,
      };
    case 'audio':
      return { words: 'that channel', minutes: 400 };
    case 'superspeed':
      return { words: 'the fast pairs: it falls back to USB 2', minutes: 8 };
    case 'identity':
    case 'sideband':
      return { words: null, minutes: 0 };
    default:
      return { words: 'what this pin does is not known', minutes: 100 };
  }
}
