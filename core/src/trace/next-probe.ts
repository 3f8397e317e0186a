import type { MeterMode } from '../quantity/meter-entry';
import { pinTable } from './pin-table';
import type { ProbeCandidate, ProbeOrder } from './probe-order';
import { probeKey } from './probe-order';
import { PROBE_RULES } from './probe-rules';
import type { TraceContext } from './trace-context';
import { readingsBetween } from './trace-context';

function answered(ctx: TraceContext, c: ProbeCandidate): boolean {
  if (c.rule === 'clash') return readingsBetween(ctx, c.red.id, c.black.id, ['ohms']).length >= 2;
  const modes: readonly MeterMode[] = c.mode === 'continuity' ? ['continuity', 'ohms'] : [c.mode];
  return readingsBetween(ctx, c.red.id, c.black.id, modes).length > 0;
}

/**
 * The next probe by the rules of the trade, or `null` when they ask nothing more.
 * What has been read already between two points is not asked again, nor what the person skipped.
 * @param skipped keys of `probeKey`
 */
export function nextProbe(ctx: TraceContext, skipped: ReadonlySet<string> = new Set()): ProbeOrder | null {
  const table = pinTable(ctx);
  for (const rule of PROBE_RULES) {
    const next = rule(ctx, table).find(
      (c) =>
        c.red.id !== c.black.id && !answered(ctx, c) && !skipped.has(probeKey(c.red.id, c.black.id, c.mode)),
    );
    if (next) {
      const { red, black, ...rest } = next;
      return { ...rest, red: red.id, black: black.id, redLabel: red.label, blackLabel: black.label };
    }
  }
  return null;
}

/** How many pins still want a landing. */
export function openPins(ctx: TraceContext): number {
  return pinTable(ctx).filter((r) => r.status === 'open').length;
}
