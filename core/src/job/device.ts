/** What a device is, as far as opening goes. */
export const DEVICE_BODIES = ['case', 'bare', 'cord'] as const;
export type DeviceBody = (typeof DEVICE_BODIES)[number];

export const BODY_WORDS: Readonly<Record<DeviceBody, string>> = {
  case: 'In a case',
  bare: 'A bare board or module',
  cord: 'A cord to be replaced',
};

/** What a device does when it is well: only that is proved, and only that is tried before it goes back. */
export const DEVICE_ABILITIES = [
  'charge',
  'data',
  'sound',
  'light',
  'screen',
  'buttons',
  'radio',
  'feeds',
  'high-volts',
  'not-known',
] as const;
export type DeviceAbility = (typeof DEVICE_ABILITIES)[number];

export const ABILITY_WORDS: Readonly<Record<DeviceAbility, string>> = {
  charge: 'Takes charge',
  data: 'Data',
  sound: 'Sound',
  light: 'Light',
  screen: 'Screen',
  buttons: 'Buttons',
  radio: 'Radio link',
  feeds: 'Charges others',
  'high-volts': 'Asks for 9 V or more',
  'not-known': 'Not known',
};

/** What the device is known to do; `null` while it was not asked, or nobody knows. */
export function knownAbilities(does: readonly DeviceAbility[]): readonly DeviceAbility[] | null {
  return does.length === 0 || does.includes('not-known') ? null : does;
}
