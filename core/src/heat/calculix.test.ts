import { describe, expect, it } from '@jest/globals';
import { byCalculix, byPlate, HEAT_PLATES } from '../testing/heat-plates';

describe('against CalculiX: the rise at the source and at 10 mm, within 3 %', () => {
  it.each(HEAT_PLATES)('$name', (plate) => {
    const [here, there] = byCalculix(plate);
    const [near, far] = byPlate(plate);
    expect(here).toBeGreaterThan(5);
    expect(Math.abs(near / here - 1)).toBeLessThan(0.03);
    expect(Math.abs(far / there - 1)).toBeLessThan(0.03);
  });
});
