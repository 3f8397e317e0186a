import type { CheckResult, DocumentKind, Face, Reading } from '@zebbit/core';
import type { PhotoEntry } from './answers';

/** What happened to a job, as it is told to every page that is open. */
export type JobEvent =
  | {
      readonly kind: 'document';
      readonly jobId: string;
      readonly document: DocumentKind;
      readonly rev: number;
    }
  | { readonly kind: 'reading'; readonly jobId: string; readonly reading: Reading }
  | { readonly kind: 'strike'; readonly jobId: string; readonly readingId: string; readonly struck: boolean }
  | { readonly kind: 'result'; readonly jobId: string; readonly result: CheckResult }
  /** `face` is the face of the plate it was laid on; `null` for a picture that belongs to none. */
  | { readonly kind: 'photo'; readonly jobId: string; readonly photo: PhotoEntry; readonly face: Face | null }
  | { readonly kind: 'answers'; readonly jobId: string }
  | { readonly kind: 'job'; readonly jobId: string };

/** What happened to what all jobs share. */
export type BenchEvent =
  | JobEvent
  | { readonly kind: 'drawer' }
  | { readonly kind: 'parts' }
  | { readonly kind: 'workshop' }
  /** A backup took the place of everything. */
  | { readonly kind: 'restored' };

/** An event as it travels: in order, with the page that caused it (empty when none did). */
export interface ToldEvent {
  readonly seq: number;
  readonly by: string;
  readonly event: BenchEvent;
}

/** Names the page that asks, so that it is not told what it did itself. */
export const TAB_HEADER = 'x-zebbit-tab';
