import type { PhotoEntry } from './answers';

/** A link that a phone opens once to send pictures to one job. */
export interface PhoneLink {
  /** Addresses of this machine that the phone may reach it by, best first. */
  readonly urls: readonly string[];
  readonly expiresAt: string;
}

/** What a job's event stream tells (server-sent events). */
export interface PhotoArrived {
  readonly kind: 'photo';
  readonly photo: PhotoEntry;
}

/** A phone link lives this long. */
export const PHONE_MINUTES = 10;

/** Caption of what a phone sent; the page that is open puts it on its plate. */
export const FROM_PHONE = 'from the phone';
