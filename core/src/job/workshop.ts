import type { ConnectorFamily } from '../connector/family';
import type { JobKind } from './job-kind';
import type { Kit } from '../drawer/kit';
import { UNTOLD_KIT } from '../drawer/kit';
import type { Tray } from '../teardown/fasteners';
import { USUAL_TRAY } from '../teardown/fasteners';
import type { FaultSite } from '../triage/fault-site';

/** What holds for the whole workshop, not for one job. */
export interface WorkshopRecord {
  /** Shares of fault sites set by hand, any scale; `null` keeps the usual ones. */
  readonly shares: Readonly<Record<FaultSite, number>> | null;
  readonly tray: Tray;
  /** Chance from which a traced landing counts as sure enough. */
  readonly sureAt: number;
  /** Tools and wires at hand, told once. */
  readonly kit: Kit;
}

export const EMPTY_WORKSHOP: WorkshopRecord = {
  shares: null,
  tray: USUAL_TRAY,
  sureAt: 0.97,
  kit: UNTOLD_KIT,
};

/** The workshop with what follows from its own jobs. */
export interface Workshop {
  readonly record: WorkshopRecord;
  /** Closed jobs by where their fault was. */
  readonly closed: Partial<Record<FaultSite, number>>;
  /** Minutes of jobs that were handed back, by their first kind. */
  readonly minutes: Partial<Record<JobKind, readonly number[]>>;
  /** Connectors used a year, by family, from own jobs. */
  readonly usePerYear: Partial<Record<ConnectorFamily, number>>;
}

export const NEW_WORKSHOP: Workshop = { record: EMPTY_WORKSHOP, closed: {}, minutes: {}, usePerYear: {} };
