import type { MeterMode, MeterShown } from '../quantity/meter-entry';

/**
 * One reading as it was taken: append-only, struck out when wrong, never deleted.
 * Ids are those of probe points; a reading whose point is no longer on the board is kept and ignored.
 */
export interface Reading extends MeterShown {
  readonly id: string;
  readonly at: string;
  readonly mode: MeterMode;
  readonly red: string;
  readonly black: string;
  readonly struck: boolean;
}
