import type { PinFunction } from '../connector/pin-function';
import { functionGroup } from '../connector/pin-function';

export interface PinDemand {
  /** Largest steady current a wire on this pin must carry, A. */
  readonly currentA: number;
  /** Largest voltage the jumper may lose at that current, V. */
  readonly dropV: number;
  readonly source: string;
}

/**
 * What a wire on a pin of a function is asked to carry.
 * Supply and ground: the device's own draw; 0.1 V of the 0.35 V that USB 2.0 leaves between a host's 4.75 V and a device's
 * 4.40 V (from memory). Data: a high-speed driver's 17.8 mA (USB 2.0, from memory). CC: 330 uA, the largest pull-up current
 * (USB Type-C, from memory).
 * @param deviceCurrentA the device's draw through the port, A
 * @param assumed it was not said but is what such a port may be asked for
 */
export function pinDemand(f: PinFunction, deviceCurrentA: number, assumed = false): PinDemand {
  if (!(deviceCurrentA > 0)) throw new RangeError(`a device draws more than 0 A, got ${deviceCurrentA}`);
  switch (functionGroup(f)) {
    case 'supply':
    case 'ground':
      return {
        currentA: deviceCurrentA,
        dropV: 0.1,
        source: assumed ? 'assumed: its draw was not said' : 'the device’s draw',
      };
    case 'configuration':
      return { currentA: 0.00033, dropV: 0.05, source: 'largest CC pull-up, 330 µA' };
    case 'identity':
    case 'sideband':
      return { currentA: 0.001, dropV: 0.05, source: 'signal, 1 mA' };
    case 'audio':
      return { currentA: 0.05, dropV: 0.1, source: 'headphone line, 50 mA' };
    default:
      return { currentA: 0.0178, dropV: 0.1, source: 'high-speed driver, 17.8 mA' };
  }
}
