/** A chance as it is said: whole percent, never quite 0 or 100. Throws RangeError outside 0 to 1. */
export function printChance(p: number): string {
  if (!(p >= -1e-9 && p <= 1 + 1e-9)) throw new RangeError(`a chance lies from 0 to 1, got ${p}`);
  if (p > 0.995) return 'over 99 %';
  return p < 0.005 ? 'under 1 %' : `${Math.round(p * 100)} %`;
}

/** An angle, whole degrees or as many digits as asked for. */
export const printDegrees = (degrees: number, digits = 0): string => `${degrees.toFixed(digits)}°`;
