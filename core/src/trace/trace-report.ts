import type { Board } from '../board/board';
import type { Reading } from '../board/reading';
import type { TargetBelief } from '../belief/pin-belief';
import type { PinRowReport } from './pin-table';
import { pinTable } from './pin-table';
import type { TraceContext } from '../belief/trace-context';
import { traceContext } from '../belief/trace-context';
import type { TraceAnswers } from './trace-answers';

/** What tracing has found on a board: everything other stations need of it. */
export interface TraceReport {
  readonly context: TraceContext;
  /** What is believed of each group of pins; empty before the first reading and while nothing was weighed. */
  readonly believed: readonly TargetBelief[];
  readonly pins: readonly PinRowReport[];
}

/**
 * What follows from a board and its readings by nets, and from what was weighed of the very same ones. Computes no belief.
 * @param answers `null` while nothing was weighed: only what is certain by nets is found then
 */
export function traceReport(
  board: Board,
  readings: readonly Reading[],
  answers: TraceAnswers | null = null,
): TraceReport {
  const context = traceContext(board, readings);
  const begun = context.readings.length > 0 && context.pins.length > 0;
  const believed = begun ? (answers?.believed ?? []) : [];
  return { context, believed, pins: pinTable(context, believed) };
}
