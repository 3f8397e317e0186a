import type { FamilySheet } from '../connector/family';
import { FAMILIES } from '../connector/family';
import type { Check } from '../prove/check';
import { proveChecks } from '../prove/check-list';
import type { ProveReport } from '../prove/verdict';
import { leadsOf, proveReport } from '../prove/verdict';
import { mayRunOpen } from '../prove/stage';
import { stageHolds } from './stage-holds';
import type { PinPlan } from '../rebuild/rebuild-plan';
import { rebuildPlan } from '../rebuild/rebuild-plan';
import type { BatteryGate } from '../teardown/battery-gate';
import { batteryGate } from '../teardown/battery-gate';
import type { TestGate } from '../teardown/closing-order';
import { testGate } from '../teardown/closing-order';
import type { TargetBelief } from '../belief/pin-belief';
import type { PinRowReport } from '../trace/pin-table';
import type { TraceContext } from '../belief/trace-context';
import type { TraceAnswers } from '../trace/trace-answers';
import { traceReport } from '../trace/trace-report';
import type { Caution } from '../triage/cautions';
import { cautionsFor } from '../triage/cautions';
import { sitePriors } from '../triage/fault-site';
import type { TriageReport } from '../triage/triage';
import { triage } from '../triage/triage';
import type { PadState } from '../board/pad-state';
import type { RowDoubt } from '../board/row-direction';
import { rowDoubts } from '../board/row-direction';
import { isGone } from '../board/pad-state';
import type { WorkItem } from '../rebuild/work-item';
import type { Way } from '../route/route-problem';
import type { PartOutline } from '../route/part-outline';
import { partOutline } from '../route/part-outline';
import type { BuildLine, FittingSchool } from '../rebuild/build-order';
import { buildOrder, FITTING_SCHOOLS, recommendedSchool } from '../rebuild/build-order';
import type { ConnectorPart } from '../connector/part';
import { GENERIC_PARTS } from '../connector/generic-parts';
import { foundPart } from '../shorts/hunt-record';
import { fitsPort, workItems } from '../rebuild/work-items';
import { knownAbilities } from './device';
import type { KindNeeds } from './job-kind';
import { needsOf } from './job-kind';
import type { KindProposal } from './propose-kind';
import { kindDoubt, proposeKinds } from './propose-kind';
import { seenOnBoard } from './seen-on-board';
import type { JobRecord } from './job-record';
import type { MatchFound } from './match-found';
import { lazily } from './lazily';
import type { Workshop } from './workshop';
import { NEW_WORKSHOP } from './workshop';

/** Everything that follows from a job's record, each worked out when it is first asked for and shared by the stations. */
export interface JobView {
  readonly record: JobRecord;
  /** What was weighed of the record's board and readings; `null` while it was not. */
  readonly answers: TraceAnswers | null;
  /** What matching found for the record as it is; `null` while nothing was. */
  readonly found: MatchFound | null;
  readonly sheet: FamilySheet;
  /** A, as typed at take-in; where nothing was, what such a port may be asked for (`drawSaid` is false then). */
  readonly deviceCurrentA: number;
  readonly drawSaid: boolean;
  /** What the kinds of this job ask of its stations. */
  readonly needs: KindNeeds;
  readonly proposedKinds: readonly KindProposal[];
  /** What the looked-over board says against what was said of the port. */
  readonly kindDoubt: KindProposal | null;
  /** Rows that seem to be placed the other way round. */
  readonly rowDoubts: readonly RowDoubt[];
  /** Acts of the rebuilding beside the pins. */
  readonly items: readonly WorkItem[];
  /** The part that goes in, where its drawing is among the known ones; `null` otherwise. */
  readonly part: ConnectorPart | null;
  /** Where the new part will stand; `null` where no port is set on the board, or nothing tells. */
  readonly outline: PartOutline | null;
  /** The school of fitting that stands: chosen, else recommended with its reason. */
  readonly school: { readonly school: FittingSchool; readonly why: string; readonly chosen: boolean };
  /** The whole plan in the order in which it is worked through. */
  readonly order: readonly BuildLine[];
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

const NO_WAYS: readonly Way[] = [];

/**
 * The view of a job. It computes no belief: what was weighed is handed in.
 * @param answers what `weighTrace` gave for this very board and these very readings; `null` where they were not weighed
 * @param workshop moves the priors of triage and the use a year; a new one by default
 * @param found what matching found for this very record; `null` where it was not matched
 * @param ways how the wires of the plan lie; without them lengths are straight
 */
export function jobView(
  record: JobRecord,
  answers: TraceAnswers | null = null,
  workshop: Workshop = NEW_WORKSHOP,
  found: MatchFound | null = null,
  ways: readonly Way[] = NO_WAYS,
): JobView {
  const sheet = FAMILIES[record.board.family ?? 'other'];
  const deviceCurrentA = record.intake.deviceCurrentA ?? sheet.usualCurrentA;
  const told = lazily(() => traceReport(record.board, record.readings, answers));
  const { intake, board } = record;
  const { kit } = workshop.record;
  const drawSaid = intake.deviceCurrentA !== null;
  const needs = needsOf(intake.kinds);
  const plans = lazily(() =>
    rebuildPlan(told().context, told().pins, record.rebuild, {
      deviceCurrentA,
      assumed: !drawSaid,
      kit,
      does: knownAbilities(intake.does) ?? [],
      believed: told().believed,
      ways,
    }).filter((p) => isPinOf(needs, p.row.pin.pin.state)),
  );
  const items = lazily(() =>
    workItems(
      intake.kinds,
      board,
      record.rebuild.part,
      foundPart(board, record.rebuild.hunt),
      needs.legs,
      kit,
      needs.part && triaged().sites[0]?.site === 'battery',
    ),
  );
  const part = GENERIC_PARTS.find((p) => p.id === record.match.partId) ?? null;
  const outline = lazily(() => (fitsPort(intake.kinds) ? partOutline(board, part) : null));
  const school = lazily(() => {
    const told = recommendedSchool(board, part);
    const chosen = FITTING_SCHOOLS.find((f) => f === record.rebuild.fitting);
    return { ...told, ...(chosen ? { school: chosen } : {}), chosen: chosen !== undefined };
  });
  const order = lazily(() =>
    buildOrder(told().context, plans(), items(), { school: school().school, outline: outline() }),
  );
  const turned = lazily(() => (needs.pads === 'none' ? [] : rowDoubts(board)));
  const checks = lazily(() =>
    plans().length > 0 || intake.kinds.length > 0
      ? proveChecks(told().context, plans(), sheet, deviceCurrentA, {
          does: knownAbilities(intake.does),
          drawSaid,
          kinds: intake.kinds,
          legs: needs.legs && !board.legsAbsent,
          cell: record.teardown.battery === 'out',
          openly: mayRunOpen(intake.traits),
          leads: leadsOf(record.results),
        })
      : [],
  );
  const prove = lazily(() => proveReport(checks(), record.results, needs.closes ? stageHolds(record) : {}));
  const cautions = lazily(() => cautionsFor(intake.traits, intake.symptoms, intake.happened));
  const battery = lazily(() => batteryGate(record.teardown, record.closing.stepsDone));
  const gate = lazily(() => testGate(record.teardown));
  const triaged = lazily(() =>
    triage({
      priors: sitePriors(workshop.record.shares ?? {}, workshop.closed),
      happened: intake.happened,
      symptoms: intake.symptoms,
      answers: [...intake.triage, ...seenOnBoard(intake.triage, board)],
      cannot: intake.cannot,
      open: record.teardown.opened || intake.body === 'bare',
      family: board.family,
      hasCell: intake.traits.includes('lithium-cell') || record.teardown.battery !== 'none',
    }),
  );
  return {
    record,
    answers,
    found,
    sheet,
    deviceCurrentA,
    drawSaid,
    needs,
    workshop,
    get proposedKinds() {
      return proposeKinds(intake, board, triaged());
    },
    get kindDoubt() {
      return kindDoubt(intake.kinds, board);
    },
    get rowDoubts() {
      return turned();
    },
    get items() {
      return items();
    },
    part,
    get outline() {
      return outline();
    },
    get school() {
      return school();
    },
    get order() {
      return order();
    },
    get cautions() {
      return cautions();
    },
    get triage() {
      return triaged();
    },
    get battery() {
      return battery();
    },
    get gate() {
      return gate();
    },
    get trace() {
      return told().context;
    },
    get pins() {
      return told().pins;
    },
    get believed() {
      return told().believed;
    },
    get plans() {
      return plans();
    },
    get checks() {
      return checks();
    },
    get prove() {
      return prove();
    },
  };
}

/** Whether a pin in that state is part of a job with these needs. */
function isPinOf({ pads }: KindNeeds, state: PadState): boolean {
  return pads === 'all' || (pads === 'broken' && state !== 'unchecked' && state !== 'sound');
}

/** Pins whose landing has to be found: of a torn port all that are not sound, of any other kind only those whose copper is gone. */
export function pinsToTrace({ record, needs, pins }: JobView): PinRowReport[] {
  const { kinds } = record.intake;
  const torn = kinds.length === 0 || kinds.includes('torn') || kinds.includes('breakout');
  if (!needs.trace) return [];
  return pins.filter(
    (p) => isPinOf(needs, p.pin.pin.state) && p.status === 'open' && (torn || isGone(p.pin.pin.state)),
  );
}

/** Whether readings stand that nothing was inferred from yet: what depends on them is not known. */
export function isUnweighed({ record, answers, trace }: JobView): boolean {
  return answers === null && record.board.rows.length > 0 && trace.readings.length > 0;
}
