import type { PinFunction } from '../connector/pin-function';

/** One explanation of a line or a pair of lines: where each lands (-1: nowhere on the marked board). */
export interface LineHypothesis {
  /** Within its group; all of a group sum to 1. */
  readonly weight: number;
  readonly landings: readonly number[];
  /** What points are under it where that differs from what they are over all: landings, what lies behind them, what rings to them, their pads. */
  readonly special: ReadonlyMap<number, Float64Array>;
}

/** One line, or two that go together, believed jointly. */
export interface LineGroup {
  readonly functions: readonly PinFunction[];
  readonly hypotheses: readonly LineHypothesis[];
}
