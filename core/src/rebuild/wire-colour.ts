import type { PinFunction } from '../connector/pin-function';
import { functionGroup } from '../connector/pin-function';

/** A colour by its name, and as it is drawn. */
export interface WireColour {
  readonly name: string;
  readonly hex: string;
}

const COLOURS = {
  red: { name: 'red', hex: '#d8452f' },
  black: { name: 'black', hex: '#23262b' },
  white: { name: 'white', hex: '#f1efe8' },
  green: { name: 'green', hex: '#3f9c58' },
  blue: { name: 'blue', hex: '#3b78c4' },
  yellow: { name: 'yellow', hex: '#e0b23c' },
  brown: { name: 'brown', hex: '#8a5a34' },
  violet: { name: 'violet', hex: '#8561b5' },
} as const satisfies Record<string, WireColour>;

/**
 * A colour for each function: those of a USB cable for its four (USB 2.0 specification, from memory: VBUS red, D- white, D+ green, GND
 * black), ours for the others. Enamelled wire has its own colour: then it is the colour of the sleeve or the dot of paint at its ends.
 */
export function wireColour(f: PinFunction): WireColour {
  if (f === 'D+') return COLOURS.green;
  if (f === 'D-') return COLOURS.white;
  switch (functionGroup(f)) {
    case 'supply':
      return COLOURS.red;
    case 'ground':
      return COLOURS.black;
    case 'configuration':
      return f === 'CC1' ? COLOURS.blue : COLOURS.violet;
    case 'superspeed':
    case 'sideband':
      return COLOURS.yellow;
    default:
      return COLOURS.brown;
  }
}
