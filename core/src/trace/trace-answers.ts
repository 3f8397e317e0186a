import type { Board } from '../board/board';
import type { Reading } from '../board/reading';
import type { DoubtfulReading } from '../belief/doubtful-reading';
import type { TargetBelief } from '../belief/pin-belief';
import { traceContext } from '../belief/trace-context';
import type { TraceScene } from '../belief/trace-scene';
import type { TraceWish } from './next-probe';
import { traceAdvice } from './next-probe';
import type { ProbeOrder } from './probe-order';

/**
 * What was inferred from a board and its readings: plain data, weighed once a change (in a worker) and read by everyone. It speaks of the
 * board and the readings it was weighed from and of no others; pins are counted as they stand on that board.
 */
export interface TraceAnswers {
  /** What is believed of each group of pins; empty before the first reading. */
  readonly believed: readonly TargetBelief[];
  readonly doubtful: readonly DoubtfulReading[];
  /** The probe that tells most; `null` when all is sure, or nothing worth a probe is left. */
  readonly order: ProbeOrder | null;
}

/** Weighs a board and its readings, and asks only about what is to be rebuilt; see `traceAdvice` for the wish and what it throws. */
export function weighTrace(
  board: Board,
  readings: readonly Reading[],
  wish: Partial<TraceWish> = {},
  scene: TraceScene | null = null,
): TraceAnswers {
  const context = traceContext(board, readings);
  const { targets, doubtful, order } = traceAdvice(context, { onlyToBuild: true, ...wish }, scene);
  return { believed: context.readings.length > 0 ? targets : [], doubtful, order };
}

/** The readings that stand, shortly: it changes whenever one is taken, struck out or put back. */
export function readingsStamp(readings: readonly Reading[]): string {
  const standing = readings.filter((r) => !r.struck);
  return `${readings.at(-1)?.id ?? '0'}.${standing.length}.${standing.reduce((sum, r) => (sum * 31 + (Number(r.id) || 0)) % 1_000_003, 7)}`;
}

/** Names what answers were weighed from: answers under another stamp speak of an earlier state of the job. */
export function answersStamp(boardRev: number, readings: readonly Reading[], sureAt: number): string {
  return `${boardRev}/${readingsStamp(readings)}/${sureAt}`;
}
