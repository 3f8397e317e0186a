import { printAmps, printVolts } from '../quantity/print-bench';

/** What to set before the first power. */
export interface SupplySetting {
  readonly volts: number;
  readonly limitA: number;
  /** The device's draw was said; else the limit is where one begins when nobody knows. */
  readonly asked: boolean;
  readonly words: string;
}

const USB_VOLTS = 5;
/** Over what a device is said to draw, for the rush at switching on (common practice). */
const OVER = 1.2;
/** Where nobody knows what it draws one begins here, A: a unit load (USB 2.0, from memory). */
const UNKNOWN_LIMIT_A = 0.1;

/** Volts and current limit of the first power, from what the device is said to draw; `null` where nobody said it. Throws RangeError on a draw not above 0. */
export function firstPower(drawA: number | null): SupplySetting {
  if (drawA === null)
    return {
      volts: USB_VOLTS,
      limitA: UNKNOWN_LIMIT_A,
      asked: false,
      words: `${printVolts(USB_VOLTS)}, limit ${printAmps(UNKNOWN_LIMIT_A)} to begin with: what it draws was not said. Raise the limit by steps while the volts hold and nothing warms.`,
    };
  if (!(drawA > 0)) throw new RangeError(`a draw is above 0 A, got ${drawA}`);
  const limitA = Math.ceil(drawA * OVER * 20) / 20;
  return {
    volts: USB_VOLTS,
    limitA,
    asked: true,
    words: `${printVolts(USB_VOLTS)}, limit ${printAmps(limitA)}: a fifth over what it draws.`,
  };
}

export const DRAW_STATES = ['open', 'trickle', 'steady', 'over', 'limited'] as const;
export type DrawState = (typeof DRAW_STATES)[number];

export interface DrawVerdict {
  readonly state: DrawState;
  readonly words: string;
  /** What to do, or what it may mean. */
  readonly then: string;
}

/** Under this nothing draws; under that a flat cell is being woken, A (common practice: a few tens of mA is a trickle). */
const OPEN_A = 0.005;
const TRICKLE_A = 0.09;
/** So near to the limit the supply holds the current, not the device. */
const AT_LIMIT = 0.97;

/**
 * What a draw says by itself, a few seconds after power came.
 * @param limitA what the supply was limited to, A; `null` on a charger
 * @param drawA what the device is said to draw, A; `null` where nobody said it
 */
export function drawVerdict(amps: number, limitA: number | null, drawA: number | null): DrawVerdict {
  if (!(amps >= 0)) throw new RangeError(`a draw is 0 A or more, got ${amps}`);
  if (limitA !== null && amps >= limitA * AT_LIMIT)
    return {
      state: 'limited',
      words: 'the limit holds it',
      then:
        drawA === null
          ? 'Volts still at 5: raise the limit a step. Volts down: a short, unplug and ring VBUS to GND again.'
          : 'Volts down: a short or far too much, unplug and ring VBUS to GND again. Volts still at 5: it wants more than was said.',
    };
  if (amps < OPEN_A)
    return {
      state: 'open',
      words: 'nothing flows',
      then: 'An open VBUS or GND, a cell that is full, or a type C port whose CC resistor is missing: the volts at the pin, then the cell’s, tell.',
    };
  if (drawA !== null && amps > drawA * 1.2)
    return {
      state: 'over',
      words: 'more than it should draw',
      then: 'Unplug. Something warm by touch or camera is the place; ring VBUS to GND.',
    };
  if (amps < TRICKLE_A)
    return {
      state: 'trickle',
      words: 'a trickle',
      then: 'A flat cell being woken, or a cell that is nearly full: read the cell’s volts now and in ten minutes.',
    };
  return {
    state: 'steady',
    words: 'it draws',
    then: 'Steady for a minute: it charges or runs. Rising volts of the cell say that it charges.',
  };
}
