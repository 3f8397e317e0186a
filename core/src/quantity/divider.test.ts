import { describe, expect, it } from '@jest/globals';
import { ccBand, dividerVolts } from './divider';

describe('a divider', () => {
  it('halves between equals; 10 k over 5.1 k of 5 V is 1.69 V (by hand)', () => {
    expect(dividerVolts(5, 1000, 1000)).toBe(2.5);
    expect(dividerVolts(5, 10_000, 5100)).toBeCloseTo(1.689, 3);
    expect(() => dividerVolts(5, 0, 1)).toThrow(/upper/);
    expect(() => dividerVolts(5, 1, -1)).toThrow(/lower/);
  });
  it.each([
    [56_000, 'default'],
    [22_000, 'medium'],
    [10_000, 'high'],
  ] as const)(
    'a pull-up of %d ohm to 5 V over 5.1 kohm says %s (USB Type-C specification, from memory)',
    (pullUp, key) => {
      for (const rd of [0.9, 1.1]) expect(ccBand(dividerVolts(5, pullUp, 5100 * rd)).key).toBe(key);
    },
  );
  it('without the 5.1 kohm it stands at the supply; without a supply at nothing', () => {
    expect(ccBand(5).key).toBe('over');
    expect(ccBand(0.02).key).toBe('none');
    expect(() => ccBand(-1)).toThrow(/0 or more/);
  });
});
