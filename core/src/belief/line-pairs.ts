import type { PinFunction } from '../connector/pin-function';

/** Lines that go in pairs; every other line stands for itself. */
export const LINE_PAIRS: readonly (readonly [PinFunction, PinFunction])[] = [
  ['D+', 'D-'],
  ['CC1', 'CC2'],
  ['SSTX+', 'SSTX-'],
  ['SSRX+', 'SSRX-'],
  ['TX1+', 'TX1-'],
  ['RX1+', 'RX1-'],
  ['TX2+', 'TX2-'],
  ['RX2+', 'RX2-'],
];

/** Splits functions into lines and pairs. */
export function lineGroups(functions: readonly PinFunction[]): PinFunction[][] {
  const groups: PinFunction[][] = [];
  for (const f of functions) {
    const pair = LINE_PAIRS.find((p) => p.includes(f) && p.every((x) => functions.includes(x)));
    if (!pair) groups.push([f]);
    else if (pair[0] === f) groups.push([...pair]);
  }
  return groups;
}
