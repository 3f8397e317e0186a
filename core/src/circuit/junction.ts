import type { DiodeModel } from './netlist';

/** kT/q at 27 C, V (CODATA constants; 27 C is the usual nominal temperature of circuit simulators, from memory). */
export const THERMAL_VOLTS = (1.380649e-23 * 300.15) / 1.602176634e-19;
/** Conductance laid across every junction so that none ever floats, siemens (common practice of circuit simulators). */
export const LEAST_SIEMENS = 1e-12;

/** Beyond this an exponential is continued by its tangent, so that no step overflows. */
const STEEPEST = 80;

/** Current (A) and its slope (S) at a junction voltage. In reverse the current goes to -Is by a cubic, as simulators do. */
export function junctionCurrent(
  { saturationA: is, ideality }: DiodeModel,
  v: number,
): [amps: number, siemens: number] {
  const nvt = ideality * THERMAL_VOLTS;
  if (v < -3 * nvt) {
    const arg = (3 * nvt) / (v * Math.E);
    const cubed = arg ** 3;
    return [-is * (1 + cubed) + LEAST_SIEMENS * v, (is * 3 * cubed) / v + LEAST_SIEMENS];
  }
  const x = v / nvt;
  const e = x > STEEPEST ? Math.exp(STEEPEST) * (1 + x - STEEPEST) : Math.exp(x);
  const slope = x > STEEPEST ? Math.exp(STEEPEST) : e;
  return [is * (e - 1) + LEAST_SIEMENS * v, (is * slope) / nvt + LEAST_SIEMENS];
}

/** Keeps Newton's step on the exponential in bounds (the limiting of SPICE2, L. Nagel 1975, from memory). */
export function limitJunction({ saturationA: is, ideality }: DiodeModel, next: number, last: number): number {
  const nvt = ideality * THERMAL_VOLTS;
  const critical = nvt * Math.log(nvt / (Math.SQRT2 * is));
  if (next <= critical || Math.abs(next - last) <= 2 * nvt) return next;
  if (last <= 0) return nvt * Math.log(Math.max(next / nvt, 1e-9));
  const grown = 1 + (next - last) / nvt;
  return grown > 0 ? last + nvt * Math.log(grown) : critical;
}
