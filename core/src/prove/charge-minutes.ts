/** A charger ends at this share of its current (common practice: a tenth). */
const END = 0.1;
/** At a slow rate the current begins to fall late, at a quick one early: at these shares of the charge (common practice). */
const FALLS_FROM = [0.9, 0.7] as const;

/** Hours at one ampere into one ampere hour from a share of the charge, where the current falls from share `s` on to its end, evenly with what goes in. */
function hours(from: number, s: number): number {
  const now = from <= s ? 1 : 1 - ((1 - END) * (from - s)) / (1 - s);
  const level = Math.max(0, s - from);
  // Falling evenly with the charge is falling exponentially with the time.
  return level + ((1 - s) / (1 - END)) * Math.log(now / END);
}

/**
 * Minutes to charge a cell to its end, least and most: a level current, then one that falls, from a share of the charge that depends on the rate.
 * @param amps into the cell; @param from share of its charge, 0 to below 1. Throws RangeError on figures that cannot be.
 */
export function chargeMinutes(
  capacityAh: number,
  amps: number,
  from: number,
): { readonly least: number; readonly most: number } {
  if (!(capacityAh > 0)) throw new RangeError(`a capacity is above 0 Ah, got ${capacityAh}`);
  if (!(amps > 0)) throw new RangeError(`a current is above 0 A, got ${amps}`);
  if (!(from >= 0 && from < 1))
    throw new RangeError(`a cell begins at 0 to below 1 of its charge, got ${from}`);
  const [least = 0, most = 0] = FALLS_FROM.map((s) => (hours(from, s) * capacityAh * 60) / amps);
  return { least: Math.min(least, most), most: Math.max(least, most) };
}
