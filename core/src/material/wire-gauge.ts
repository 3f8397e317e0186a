/**
 * Diameter of a solid round wire by its American wire gauge.
 * d = 0.127 mm x 92^((36 - n) / 39) (ASTM B258, from memory).
 * @param gauge number, -3 (0000) to 60; throws RangeError outside
 * @returns millimetres
 */
export function awgDiameter(gauge: number): number {
  if (!(gauge >= -3 && gauge <= 60)) throw new RangeError(`AWG runs from -3 to 60, got ${gauge}`);
  return 0.127 * 92 ** ((36 - gauge) / 39);
}

/** The whole gauge nearest to a diameter in millimetres (on the logarithmic scale of ASTM B258). */
export function nearestAwg(diameterMm: number): number {
  if (!(diameterMm > 0)) throw new RangeError(`a wire has a diameter above 0 mm, got ${diameterMm}`);
  return Math.round(36 - (39 * Math.log(diameterMm / 0.127)) / Math.log(92));
}
