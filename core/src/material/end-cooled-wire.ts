import type { Amps, Kelvins, Millimetres } from '../quantity/units';
import { amps, kelvins } from '../quantity/units';
import { COPPER, roundArea } from './copper';

/**
 * How much hotter the middle of a short wire runs than its soldered ends, heat leaving along the wire only:
 * dT = I^2 rho L^2 / (8 k A^2), the solution of k A T'' + I^2 rho / A = 0 with both ends held (textbook heat conduction).
 * Air and the board under the wire are ignored, so the true rise is smaller.
 */
export function endCooledRise(current: Amps, diameter: Millimetres, length: Millimetres): Kelvins {
  const area = roundArea(diameter);
  const metres = length / 1000;
  return kelvins(
    (current ** 2 * COPPER.resistivity * metres ** 2) / (8 * COPPER.thermalConductivity * area ** 2),
  );
}

/** The current at which `endCooledRise` reaches `rise`. */
export function endCooledLimit(rise: Kelvins, diameter: Millimetres, length: Millimetres): Amps {
  if (!(rise > 0)) throw new RangeError(`an allowed rise is above 0 K, got ${rise}`);
  if (!(length > 0)) throw new RangeError(`a jumper is longer than 0 mm, got ${length}`);
  const area = roundArea(diameter);
  const metres = length / 1000;
  return amps(
    Math.sqrt((8 * COPPER.thermalConductivity * area ** 2 * rise) / (COPPER.resistivity * metres ** 2)),
  );
}
