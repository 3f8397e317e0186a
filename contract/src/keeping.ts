/** One deletion that can still be taken back. */
export interface BinEntry {
  readonly id: number;
  readonly at: string;
  /** Until then it can be taken back; after it everything of it is gone. */
  readonly until: string;
  readonly words: string;
}

/** What came back with a backup. */
export interface RestoreReport {
  readonly jobs: number;
  readonly photos: number;
  /** When the backup was made. */
  readonly at: string;
}
