import type { BuildLine } from './build-order';
import type { PinPlan, RebuildRecord } from './rebuild-plan';
import { isSettled } from './rebuild-plan';

/** How a line that is neither pin nor item is kept as done. */
export const lineKey = (id: string): string => `line:${id}`;
/** How a step of a line is kept as done. */
export const stepKey = (lineId: string, stepId: string): string => `${lineId}|${stepId}`;

/** Lines that belong to every plan of an earlier version, which did not ask for them. */
export const EARLIER_LINES: readonly string[] = ['row', 'ring', 'mask'].map(lineKey);

function isTicked(line: BuildLine, plans: readonly PinPlan[], record: RebuildRecord): boolean {
  if (line.kind === 'pin') {
    const plan = plans.find((p) => p.row.pin.id === line.id);
    return plan === undefined || isSettled(plan);
  }
  return line.kind === 'item'
    ? record.itemsDone.includes(line.id)
    : record.stepsDone.includes(lineKey(line.id));
}

/** Which lines of the plan are done, in their order; a rest is over when something after it was done. */
export function linesDone(
  order: readonly BuildLine[],
  plans: readonly PinPlan[],
  record: RebuildRecord,
): boolean[] {
  const ticked = order.map((l) => isTicked(l, plans, record));
  return order.map((l, i) => ticked[i] === true || (l.kind === 'rest' && ticked.slice(i + 1).includes(true)));
}
