import type { Millimetres, Ohms } from '../quantity/units';
import { ohms } from '../quantity/units';

/** Annealed copper at 20 °C. Sources in docs/figures.md. */
export const COPPER = {
  /** ohm metre; IEC 60028, 100 % IACS (from memory). */
  resistivity: 1.7241e-8,
  /** per kelvin at 20 °C; IEC 60028 (from memory). */
  temperatureCoefficient: 0.00393,
  /** W/(m K) (handbook value, from memory). */
  thermalConductivity: 398,
  /** kg/m3 (handbook value, from memory). */
  density: 8960,
  /** J/(kg K) (handbook value, from memory). */
  specificHeat: 385,
  /** °C (from memory). */
  meltingPoint: 1083,
} as const;

/** Cross-section of a round wire in square metres. */
export function roundArea(diameter: Millimetres): number {
  if (!(diameter > 0)) throw new RangeError(`a wire has a diameter above 0 mm, got ${diameter}`);
  return (Math.PI / 4) * (diameter / 1000) ** 2;
}

/**
 * Resistance of a round copper wire: R = rho L / A, with rho grown linearly from 20 °C.
 * @param temperatureC of the copper, °C
 */
export function wireResistance(diameter: Millimetres, length: Millimetres, temperatureC = 20): Ohms {
  if (!(length >= 0)) throw new RangeError(`a wire has a length of 0 mm or more, got ${length}`);
  const rho = COPPER.resistivity * (1 + COPPER.temperatureCoefficient * (temperatureC - 20));
  return ohms((rho * (length / 1000)) / roundArea(diameter));
}
