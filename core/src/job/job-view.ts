import type { FamilySheet } from '../connector/family';
import { FAMILIES } from '../connector/family';
import type { Check } from '../prove/check-list';
import { proveChecks } from '../prove/check-list';
import type { ProveReport } from '../prove/verdict';
import { proveReport } from '../prove/verdict';
import type { PinPlan } from '../rebuild/rebuild-plan';
import { rebuildPlan } from '../rebuild/rebuild-plan';
import type { BatteryGate } from '../teardown/battery-gate';
import { batteryGate } from '../teardown/battery-gate';
import type { TestGate } from '../teardown/closing-order';
import { testGate } from '../teardown/closing-order';
import type { TargetBelief } from '../belief/pin-belief';
import type { PinRowReport } from '../trace/pin-table';
import type { TraceContext } from '../belief/trace-context';
import type { TraceReport } from '../trace/trace-report';
import { traceReport } from '../trace/trace-report';
import type { Caution } from '../triage/cautions';
import { cautionsFor } from '../triage/cautions';
import { sitePriors } from '../triage/fault-site';
import type { TriageReport } from '../triage/triage';
import { triage } from '../triage/triage';
import type { JobRecord } from './job-record';
import type { Workshop } from './workshop';
import { NEW_WORKSHOP } from './workshop';

/** Everything that follows from a job's record, computed once and shared by the stations. */
export interface JobView {
  readonly record: JobRecord;
  readonly sheet: FamilySheet;
  /** A, as typed at take-in or the family's usual figure. */
  readonly deviceCurrentA: number;
  readonly cautions: readonly Caution[];
  readonly workshop: Workshop;
  readonly triage: TriageReport;
  readonly battery: BatteryGate;
  readonly gate: TestGate;
  readonly trace: TraceContext;
  readonly pins: readonly PinRowReport[];
  readonly believed: readonly TargetBelief[];
  readonly plans: readonly PinPlan[];
  readonly checks: readonly Check[];
  readonly prove: ProveReport;
}

/**
 * @param workshop moves the priors of triage and the use a year; a new one by default
 * @param report what tracing found of the same board and readings, where it is at hand
 */
export function jobView(
  record: JobRecord,
  workshop: Workshop = NEW_WORKSHOP,
  report: TraceReport = traceReport(record.board, record.readings, workshop.record.sureAt),
): JobView {
  const sheet = FAMILIES[record.board.family ?? 'other'];
  const deviceCurrentA = record.intake.deviceCurrentA ?? sheet.usualCurrentA;
  const { context: trace, pins, believed } = report;
  const plans = rebuildPlan(trace, pins, record.rebuild, deviceCurrentA);
  const checks = pins.length > 0 ? proveChecks(trace, plans, sheet, deviceCurrentA) : [];
  return {
    record,
    sheet,
    deviceCurrentA,
    cautions: cautionsFor(record.intake.traits, record.intake.symptoms),
    battery: batteryGate(record.teardown, record.closing.stepsDone),
    workshop,
    triage: triage({
      priors: sitePriors(workshop.record.shares ?? {}, workshop.closed),
      happened: record.intake.happened,
      symptoms: record.intake.symptoms,
      answers: record.intake.triage,
      cannot: record.intake.cannot,
    }),
    gate: testGate(record.teardown),
    trace,
    pins,
    believed,
    plans,
    checks,
    prove: proveReport(checks, record.results),
  };
}
