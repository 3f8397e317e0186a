/** Volts in the middle of two resistors. Throws RangeError on resistances that are not above 0. */
export function dividerVolts(supplyV: number, upperOhms: number, lowerOhms: number): number {
  for (const [name, value] of [
    ['upper', upperOhms],
    ['lower', lowerOhms],
  ] as const)
    if (!(value > 0)) throw new RangeError(`the ${name} resistor is above 0 ohm, got ${value}`);
  return (supplyV * lowerOhms) / (upperOhms + lowerOhms);
}

/** What a device of type C reads on its CC pin, and what the supply says by it. */
export interface CcBand {
  readonly key: 'none' | 'default' | 'medium' | 'high' | 'over';
  readonly least: number;
  readonly most: number;
  readonly words: string;
}

/** Volts on CC at a device with 5.1 kohm (USB Type-C specification, table of voltages on sink CC pins, from memory). */
export const CC_BANDS: readonly CcBand[] = [
  { key: 'none', least: 0, most: 0.25, words: 'no supply there, or its pull-up is not' },
  { key: 'default', least: 0.25, most: 0.66, words: 'as much as plain USB gives: 500 mA, or 900 mA' },
  { key: 'medium', least: 0.66, most: 1.23, words: '1.5 A at 5 V' },
  { key: 'high', least: 1.23, most: 2.18, words: '3 A at 5 V' },
  { key: 'over', least: 2.18, most: Infinity, words: 'too much: 5.1 kΩ to ground is missing or open' },
];

/** Which band a reading on CC lies in. Throws RangeError on volts below 0. */
export function ccBand(volts: number): CcBand {
  if (!(volts >= 0)) throw new RangeError(`volts on CC are 0 or more, got ${volts}`);
  return CC_BANDS.find((b) => volts < b.most) ?? (CC_BANDS.at(-1) as CcBand);
}
