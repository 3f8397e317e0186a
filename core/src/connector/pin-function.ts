/** What a pin of a connector is for. */
export const PIN_FUNCTIONS = [
  'VBUS',
  'GND',
  'D+',
  'D-',
  'ID',
  'CC1',
  'CC2',
  'SBU1',
  'SBU2',
  'SSTX+',
  'SSTX-',
  'SSRX+',
  'SSRX-',
  'TX1+',
  'TX1-',
  'RX1+',
  'RX1-',
  'TX2+',
  'TX2-',
  'RX2+',
  'RX2-',
  'GND_DRAIN',
  'LEFT',
  'RIGHT',
  'unknown',
] as const;
export type PinFunction = (typeof PIN_FUNCTIONS)[number];

export type FunctionGroup =
  | 'ground'
  | 'supply'
  | 'data'
  | 'configuration'
  | 'identity'
  | 'sideband'
  | 'superspeed'
  | 'audio'
  | 'unknown';

/** Groups that behave alike when traced, rebuilt and proved. */
export function functionGroup(f: PinFunction): FunctionGroup {
  if (f === 'GND' || f === 'GND_DRAIN') return 'ground';
  if (f === 'VBUS') return 'supply';
  if (f === 'D+' || f === 'D-') return 'data';
  if (f === 'CC1' || f === 'CC2') return 'configuration';
  if (f === 'ID') return 'identity';
  if (f === 'SBU1' || f === 'SBU2') return 'sideband';
  if (f === 'LEFT' || f === 'RIGHT') return 'audio';
  return f === 'unknown' ? 'unknown' : 'superspeed';
}

/**
 * Pins the device can do without: the device falls back to USB 2 without its SuperSpeed pairs, and ID and
 * sideband are seldom wired (common practice).
 */
export function isOptional(f: PinFunction): boolean {
  return ['identity', 'sideband', 'superspeed'].includes(functionGroup(f));
}
