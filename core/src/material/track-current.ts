import type { Amps, Kelvins, Millimetres } from '../quantity/units';
import { amps } from '../quantity/units';

/** Thickness of 1 oz/ft2 copper foil, mm (from memory). */
export const ONE_OUNCE_MM = 0.0348;

/**
 * Current a board track carries for a temperature rise: I = k dT^0.44 A^0.725, A in square mils,
 * k 0.048 outer and 0.024 inner (IPC-2221, from memory).
 */
export function trackCurrent(
  width: Millimetres,
  thickness: Millimetres,
  rise: Kelvins,
  layer: 'outer' | 'inner',
): Amps {
  for (const [name, value] of [
    ['width', width],
    ['thickness', thickness],
    ['rise', rise],
  ] as const) {
    if (!(value > 0)) throw new RangeError(`a track's ${name} is above 0, got ${value}`);
  }
  const squareMils = (width / 0.0254) * (thickness / 0.0254);
  return amps((layer === 'outer' ? 0.048 : 0.024) * rise ** 0.44 * squareMils ** 0.725);
}
