import { probePoints } from '../board/probe-point';
import type { BatteryGate } from '../teardown/battery-gate';
import { batteryGate } from '../teardown/battery-gate';
import type { JobDocuments } from './job-record';

/** What a reading has to pass before it is kept. */
export interface JobGates {
  /** Heat and probes keep off while it is shut. */
  readonly battery: BatteryGate;
  /** Whether the board has a point or a named place of that id. */
  readonly hasPoint: (id: string) => boolean;
}

/** The gates of a job: cheap rules on what is on record, with nothing inferred. */
export function jobGates({
  board,
  teardown,
  closing,
}: Pick<JobDocuments, 'board' | 'teardown' | 'closing'>): JobGates {
  const ids = new Set([...probePoints(board), ...board.spots].map((p) => p.id));
  return { battery: batteryGate(teardown, closing.stepsDone), hasPoint: (id) => ids.has(id) };
}
