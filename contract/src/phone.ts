import type { Face } from '@zebbit/core';
import { FACES } from '@zebbit/core';
import { OneOf } from './fields';

/** A link that a phone opens once to send pictures to one job. */
export interface PhoneLink {
  /** Addresses of this machine that the phone may reach it by, best first. */
  readonly urls: readonly string[];
  readonly expiresAt: string;
}

/** A phone link lives this long. */
export const PHONE_MINUTES = 10;

/** Caption of what a phone sent. */
export const FROM_PHONE = 'from the phone';

/** Which face of the plate the pictures of a link are laid on. */
export class NewPhoneLinkDto {
  @OneOf(FACES) face!: Face;
}
