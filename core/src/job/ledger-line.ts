import type { ConnectorFamily } from '../connector/family';
import type { FaultSite } from '../triage/fault-site';
import { sitePriors } from '../triage/fault-site';
import { triage } from '../triage/triage';
import type { ActKind } from '../waits/act-kind';
import { actKindOf } from '../waits/act-kind';
import type { WaitKind } from '../waits/wait';
import type { WorthInputs } from '../worth/repair-or-replace';
import { EMPTY_WORTH, repairOrReplace } from '../worth/repair-or-replace';
import type { JobKind } from './job-kind';
import type { JobView } from './job-view';

/** A job as the books have it. */
export interface LedgerLine {
  readonly jobId: string;
  readonly name: string;
  readonly make: string;
  readonly model: string;
  readonly kinds: readonly JobKind[];
  readonly family: ConnectorFamily | null;
  /** ISO 8601. */
  readonly takenInAt: string;
  /** ISO 8601; `null` while it is here, and where it was not kept. */
  readonly handedBackAt: string | null;
  readonly handedBack: boolean;
  readonly parked: boolean;
  /** Every proof that was asked had passed. */
  readonly proved: boolean;
  /** Hands-on minutes, as typed; `null` where they were not. */
  readonly minutes: number | null;
  /** What it cost beside the hours, in the person's own money; `null` where the sums of take-in were left as they were proposed. */
  readonly cost: number | null;
  /** What a new one would cost; `null` where nobody said. */
  readonly replacement: number | null;
  readonly faultSite: FaultSite | null;
  /** What was said of each fault site from the answers at take-in, before anything was opened; empty where nothing was answered. */
  readonly odds: readonly { readonly site: FaultSite; readonly p: number }[];
  /** Acts whose minutes were taken. */
  readonly acts: readonly { readonly kind: ActKind; readonly minutes: number }[];
  /** Waits that are over, minutes each. */
  readonly waits: readonly { readonly kind: WaitKind; readonly minutes: number }[];
  readonly part: string;
}

/** What the answers at take-in said, by the usual shares: not by what this workshop learned since, which would know the outcome. */
function saidAtTakeIn({ record }: JobView): LedgerLine['odds'] {
  const { intake, board } = record;
  if (intake.happened.length === 0 && intake.symptoms.length === 0 && intake.triage.length === 0) return [];
  const { sites } = triage({
    priors: sitePriors({}, {}),
    happened: intake.happened,
    symptoms: intake.symptoms,
    answers: intake.triage,
    cannot: intake.cannot,
    open: false,
    family: board.family,
    hasCell: intake.traits.includes('lithium-cell'),
  });
  return sites.map(({ site, p }) => ({ site, p }));
}

/** Whether somebody said what it cost: a figure that Zebbit only proposed is none. */
const isPriced = (worth: WorthInputs): boolean =>
  (['partPrice', 'postage', 'sharedBy', 'consumables'] as const).some((k) => worth[k] !== EMPTY_WORTH[k]);

/** The line of a job in the books. @param takenInAt ISO 8601 */
export function ledgerLine(view: JobView, jobId: string, takenInAt: string): LedgerLine {
  const { intake, closing, board, match, rebuild, waits } = view.record;
  return {
    jobId,
    name: intake.name,
    make: intake.make,
    model: intake.model,
    kinds: intake.kinds,
    family: board.family,
    takenInAt,
    handedBackAt: closing.handedBackAt,
    handedBack: closing.handedBack,
    parked: intake.parked !== null,
    proved: view.prove.verdict === 'proved',
    minutes: closing.minutes,
    cost: isPriced(intake.worth)
      ? repairOrReplace({ ...intake.worth, hours: 0, hourWorth: 0 }, 1).attempt
      : null,
    replacement: intake.worth.replacement,
    faultSite: closing.faultSite,
    odds: closing.faultSite === null ? [] : saidAtTakeIn(view),
    acts: rebuild.did.flatMap(({ id, lengthMm, minutes }) =>
      minutes === null || minutes <= 0 ? [] : [{ kind: actKindOf(id, lengthMm !== null), minutes }],
    ),
    waits: waits.waits.flatMap(({ kind, startedAt, endedAt }) =>
      endedAt === null
        ? []
        : [{ kind, minutes: Math.max(0, (Date.parse(endedAt) - Date.parse(startedAt)) / 60_000) }],
    ),
    part: match.part,
  };
}
