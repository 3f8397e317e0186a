import type { PadState } from '../board/pad-state';
import { isGone } from '../board/pad-state';
import { isOptional } from '../connector/pin-function';
import type { PinFunction } from '../connector/pin-function';
import type { Landing } from '../trace/landing';

/** What to do for one pin, and why. */
export type PinRepair =
  | { readonly kind: 'look'; readonly why: string }
  | { readonly kind: 'leave'; readonly why: string }
  | { readonly kind: 'reflow'; readonly why: string }
  | { readonly kind: 'bridge'; readonly why: string }
  | { readonly kind: 'foil-pad'; readonly why: string }
  | { readonly kind: 'jumper'; readonly why: string; readonly landing: Landing }
  | { readonly kind: 'trace-first'; readonly why: string };

export const REPAIR_KINDS = ['leave', 'reflow', 'bridge', 'foil-pad', 'jumper'] as const;
export type RepairKind = (typeof REPAIR_KINDS)[number];

export const REPAIR_WORDS: Readonly<Record<PinRepair['kind'], string>> = {
  look: 'look first',
  leave: 'leave',
  reflow: 'reflow',
  bridge: 'bridge the crack',
  'foil-pad': 'new foil pad',
  jumper: 'jumper',
  'trace-first': 'trace first',
};

function toLanding(landing: Landing | null, why: string): PinRepair {
  return landing
    ? { kind: 'jumper', why, landing }
    : { kind: 'trace-first', why: 'its track is gone and its landing is not found yet' };
}

/**
 * The repair a pin's state asks for (common practice). A pin the device can do without is left when its pad or track is
 * gone; everything else that is gone gets a jumper to its landing, once that is known.
 */
export function repairFor(state: PadState, f: PinFunction, landing: Landing | null): PinRepair {
  const gone = isGone(state);
  if (gone && isOptional(f)) return { kind: 'leave', why: `${f} is not needed: the device works without it` };
  switch (state) {
    case 'unchecked':
      return { kind: 'look', why: 'its pad has not been looked at' };
    case 'sound':
      return { kind: 'leave', why: 'the pad is sound: solder the new pin straight to it' };
    case 'exposed':
      return { kind: 'leave', why: 'the pad holds; cover the bare copper with mask when done' };
    case 'dull':
    case 'starved':
      return { kind: 'reflow', why: 'the joint wants flux and fresh solder' };
    case 'loose':
      return { kind: 'reflow', why: 'the joint moves: flux, fresh solder, then press again' };
    case 'bridged':
      return { kind: 'reflow', why: 'draw the bridge off with a clean fluxed tip or braid' };
    case 'cracked':
      return { kind: 'bridge', why: 'both ends are there: solder across, a strand if wider than a hair' };
    case 'lifted':
      return { kind: 'foil-pad', why: 'the pad hangs on its track: bed it, or a new one, on epoxy' };
    case 'torn':
      return toLanding(landing, 'the pad is gone: wire from the pin to where its track goes');
    case 'trace-torn':
      return toLanding(landing, 'the track is gone for a length: wire over it');
    case 'hole-wall-gone':
      return toLanding(landing, 'the hole no longer joins the faces: wire to where the track goes');
  }
}
