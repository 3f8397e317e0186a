import type { Board } from '../board/board';
import type { Reading } from '../board/reading';
import { traceBelief, USUAL_BELIEF } from '../belief/belief';
import type { TargetBelief } from '../belief/pin-belief';
import { targetBelief, traceTargets } from '../belief/pin-belief';
import type { PinRowReport } from './pin-table';
import { pinTable } from './pin-table';
import type { TraceContext } from '../belief/trace-context';
import { traceContext } from '../belief/trace-context';
import { USUAL_WISH } from './next-probe';

/** What tracing has found on a board: everything other stations need of it. */
export interface TraceReport {
  readonly context: TraceContext;
  /** What is believed of each group of pins; empty before the first reading. */
  readonly believed: readonly TargetBelief[];
  readonly pins: readonly PinRowReport[];
}

/**
 * @param sureAt chance from which a landing is sure enough
 * @param optional whether lines that the device can do without are believed about too
 */
export function traceReport(
  board: Board,
  readings: readonly Reading[],
  sureAt: number = USUAL_WISH.sureAt,
  optional: boolean = USUAL_WISH.optional,
): TraceReport {
  const context = traceContext(board, readings);
  const begun = context.readings.length > 0 && context.pins.length > 0;
  const belief = begun ? traceBelief(context, { ...USUAL_BELIEF, optional }) : null;
  const believed = belief ? traceTargets(belief).map((t) => targetBelief(belief, t, sureAt)) : [];
  return { context, believed, pins: pinTable(context, believed) };
}
