import type { StageHolds } from '../prove/stage';
import { isCell } from '../teardown/battery-gate';
import { closingOrder, testGate } from '../teardown/closing-order';
import type { JobRecord } from './job-record';

/** What keeps a stage of power from beginning by what is connected and what is shut on this device. */
export function stageHolds({ teardown, closing }: Pick<JobRecord, 'teardown' | 'closing'>): StageHolds {
  const done = new Set(closing.stepsDone);
  const order = closingOrder(teardown);
  const left = (count: number): string | undefined => {
    const step = order.slice(0, count).find((s) => !done.has(s.step.id));
    return step && `first: ${step.title.toLowerCase()}`;
  };
  const cellIn = teardown.battery === 'out' && teardown.steps.some((s) => isCell(s) && done.has(s.id));
  const connect = left(testGate(teardown).after);
  const shut = left(order.length);
  return {
    ...(cellIn ? { alone: 'the cell is connected: take it off for the first power' } : {}),
    ...(connect === undefined ? {} : { 'with-cell': connect, 'half-open': connect }),
    ...(shut === undefined ? {} : { shut }),
  };
}
