import type { Amps, Millimetres, Seconds } from '../quantity/units';
import { amps } from '../quantity/units';
import { COPPER } from './copper';

/**
 * Steady current that melts a copper wire in free air: I = 80 d^1.5, d in mm
 * (W. H. Preece, Proc. Royal Society, 1884-88, from memory).
 */
export function preeceFusingCurrent(diameter: Millimetres): Amps {
  if (!(diameter > 0)) throw new RangeError(`a wire has a diameter above 0 mm, got ${diameter}`);
  return amps(80 * diameter ** 1.5);
}

/**
 * Current that melts a copper wire within a short time, heat loss ignored (I. M. Onderdonk, from memory):
 * I = A sqrt( log10((Tm - Ta) / (234 + Ta) + 1) / (33 t) ), A in circular mils.
 */
export function onderdonkFusingCurrent(diameter: Millimetres, time: Seconds, ambientC = 25): Amps {
  if (!(diameter > 0)) throw new RangeError(`a wire has a diameter above 0 mm, got ${diameter}`);
  if (!(time > 0)) throw new RangeError(`a fusing time is above 0 s, got ${time}`);
  const circularMils = (diameter / 0.0254) ** 2;
  const rise = Math.log10((COPPER.meltingPoint - ambientC) / (234 + ambientC) + 1);
  return amps(circularMils * Math.sqrt(rise / (33 * time)));
}
