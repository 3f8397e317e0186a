/** What is left of a pad, pin or leg, as seen under the magnifier. */
export const PAD_STATES = [
  'unchecked',
  'sound',
  'dull',
  'starved',
  'loose',
  'lifted',
  'torn',
  'cracked',
  'trace-torn',
  'hole-wall-gone',
  'bridged',
  'exposed',
] as const;
export type PadState = (typeof PAD_STATES)[number];

/** The words shown for each state. */
export const PAD_STATE_WORDS: Readonly<Record<PadState, string>> = {
  unchecked: 'not looked at',
  sound: 'sound',
  dull: 'dull, grainy joint',
  starved: 'starved of solder',
  loose: 'loose, moves when pressed',
  lifted: 'pad lifted',
  torn: 'pad torn off',
  cracked: 'trace cracked, ends there',
  'trace-torn': 'trace torn off for a length',
  'hole-wall-gone': 'hole wall gone',
  bridged: 'bridged to neighbour',
  exposed: 'copper exposed',
};

/** Whether the pad itself still offers metal that a probe can rest on and that leads to the board's circuit. */
export function canProbe(state: PadState): boolean {
  return !isGone(state) && state !== 'cracked';
}

/** Whether the copper that the pin was soldered to is gone. */
export const isPadGone = (state: PadState): boolean => state === 'torn' || state === 'hole-wall-gone';

/** Whether the pad or its track is gone for a length: nothing there can be soldered to. */
export const isGone = (state: PadState): boolean => isPadGone(state) || state === 'trace-torn';
