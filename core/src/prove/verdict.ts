import type { Verdict } from './acceptance-limits';
import { judgeAgainst, LEADS_LIMITS } from './acceptance-limits';
import type { Check } from './check';
import { LEADS_KEY } from './joint-checks';
import type { PowerStage, StageHolds } from './stage';
import { POWER_STAGES } from './stage';

/**
 * `spared`: not for this device. `untested`: it could not be tested, with the reason as its note. `mended`: what failed was worked at again, so that
 * what it can have changed is asked again.
 */
export const RESULT_SHOWN = ['yes', 'no', 'over', 'value', 'spared', 'untested', 'mended'] as const;

/** One result as typed; kept append-only, the newest of a key counts. */
export interface CheckResult {
  readonly id: string;
  readonly at: string;
  readonly key: string;
  readonly shown: (typeof RESULT_SHOWN)[number];
  /** Base unit of the check's entry (ohm, volt, ampere); `null` unless `shown` is `value`. */
  readonly value: number | null;
  /** Why it could not be tested; empty for all else. */
  readonly note: string;
}

export interface JudgedCheck {
  readonly check: Check;
  readonly result: CheckResult | null;
  readonly verdict: Verdict | null;
  /** The power checks stay shut until every unpowered one has passed, until their stage, and after a supply that failed. */
  readonly shut: boolean;
  /** What it waits for, in words; empty while it is not shut. */
  readonly shutWhy: string;
}

export interface ProveReport {
  readonly checks: readonly JudgedCheck[];
  readonly gate: { readonly open: boolean; readonly waitingFor: readonly string[] };
  readonly verdict: 'proved' | 'failed' | 'unfinished';
  /** The first stage of which something is open; `null` where nothing is left under power. */
  readonly stage: PowerStage | null;
  /** The cell may be connected: its polarity is right, and the board alone has passed. */
  readonly cellReady: boolean;
  /** All that is tried with the case open has passed or was answered. */
  readonly readyToShut: boolean;
  /** What could not be tested, with why: proved but for these. */
  readonly untested: readonly string[];
}

/** Whether a check may be answered by words in place of a test: never one that power waits for. */
export const mayBeSpared = ({ safety, helps }: Check): boolean => !safety && !helps;

/** What a result means for its check. A result of the wrong sort for the check is a fail, never a pass. */
export function judgeCheck(check: Check, result: CheckResult): Verdict {
  if (result.shown === 'spared' || result.shown === 'untested')
    return mayBeSpared(check) ? result.shown : 'fail';
  if (check.limits === null) return result.shown === 'yes' ? 'pass' : 'fail';
  if (result.shown === 'over') return check.entry === 'ohms' ? judgeAgainst(Infinity, check.limits) : 'fail';
  return result.shown === 'value' && result.value !== null
    ? judgeAgainst(result.value, check.limits)
    : 'fail';
}

/**
 * Whether a mend of one check can have changed what another says: what they both speak of, the look along the row, and under power what speaks
 * of nothing in particular. A mend of what the device does (another cable, another song) changes nothing else.
 */
export function changedBy(check: Check, mended: Check): boolean {
  if (check.helps) return false;
  if (check.key === mended.key) return true;
  if (mended.powered && mended.about.length === 0) return false;
  if (check.about.some((id) => mended.about.includes(id))) return true;
  return check.key === 'look' || (check.powered && check.about.length === 0);
}

/** The result that counts for a check: its newest, unless a mend after it can have changed it. */
function standing(
  check: Check,
  checks: readonly Check[],
  results: readonly CheckResult[],
): CheckResult | null {
  const own = results.findLastIndex((r) => r.key === check.key && r.shown !== 'mended');
  const mend = results.findLastIndex((r) => {
    if (r.shown !== 'mended') return false;
    const mended = checks.find((c) => c.key === r.key);
    return mended !== undefined && changedBy(check, mended);
  });
  return own > mend ? (results[own] ?? null) : null;
}

const SETTLED: readonly (Verdict | null)[] = ['pass', 'spared', 'untested'];

const stageOf = ({ group, powered }: Check): PowerStage | null =>
  powered ? (POWER_STAGES.find((s) => s === group) ?? null) : null;

/**
 * Judges the whole list. A doubt on an unpowered check keeps the power shut: it has not passed. Each stage of power waits for the one before it, the cell
 * for its polarity as well, and what comes after a supply that failed waits for that.
 * @param results oldest first
 * @param holds what keeps a stage from beginning by how the device lies there: what has a result already is not taken back by it
 */
export function proveReport(
  checks: readonly Check[],
  results: readonly CheckResult[],
  holds: StageHolds = {},
): ProveReport {
  const judged = checks.map((check) => {
    const result = standing(check, checks, results);
    const verdict = result ? judgeCheck(check, result) : null;
    return { check, result, verdict, settled: check.helps || SETTLED.includes(verdict) };
  });
  const waiting = judged.filter((j) => !j.check.powered && j.check.group !== 'cell' && !j.settled);
  const cellLeft = judged.filter((j) => j.check.group === 'cell' && !j.settled);
  const open = checks.length > 0 && waiting.length === 0;
  const failed = judged.findIndex((j) => j.check.powered && j.check.safety && j.verdict === 'fail');
  /** What a stage waits for, whatever was read in it. */
  const before = (stage: PowerStage): string => {
    if (!open)
      return `${waiting.length} check${waiting.length === 1 ? '' : 's'} without power come first: ${waiting[0]?.check.title ?? ''}`;
    if (stage !== 'alone' && cellLeft[0]) return `first: ${cellLeft[0].check.title.toLowerCase()}`;
    const at = POWER_STAGES.indexOf(stage);
    const earlier = judged.find((j) => {
      const own = stageOf(j.check);
      return own !== null && POWER_STAGES.indexOf(own) < at && !j.settled;
    });
    return earlier ? `first: ${earlier.check.title.toLowerCase()}` : '';
  };
  const counted = judged.map(({ check, result, verdict }, k): JudgedCheck => {
    const stage = stageOf(check);
    const first = stage === null ? '' : before(stage);
    const supply = stage !== null && failed >= 0 && k > failed ? `first: ${checks[failed]?.title ?? ''}` : '';
    const hold = stage !== null && !SETTLED.includes(verdict) ? (holds[stage] ?? '') : '';
    const shutWhy = first || supply || hold;
    return { check, result, shut: shutWhy !== '', shutWhy, verdict: first || supply ? null : verdict };
  });
  const asked = counted.filter((j) => !j.check.helps);
  const isSettled = (j: JudgedCheck): boolean => SETTLED.includes(j.verdict);
  const passed = asked.some((j) => j.verdict === 'pass');
  return {
    checks: counted,
    gate: { open, waitingFor: waiting.map((j) => j.check.title) },
    verdict: asked.some((j) => j.verdict === 'fail')
      ? 'failed'
      : passed && asked.every(isSettled)
        ? 'proved'
        : 'unfinished',
    stage: POWER_STAGES.find((s) => asked.some((j) => stageOf(j.check) === s && !isSettled(j))) ?? null,
    cellReady: open && before('with-cell') === '',
    readyToShut: passed && asked.every((j) => isSettled(j) || stageOf(j.check) === 'shut'),
    untested: asked.flatMap((j) =>
      j.verdict === 'untested' ? [`${j.check.title}${j.result?.note ? `: ${j.result.note}` : ''}`] : [],
    ),
  };
}

/** What the tips read on each other, ohm, by the newest result; `null` where that was not taken, or was too much to be leads. */
export function leadsOf(results: readonly CheckResult[]): number | null {
  const last = results.findLast((r) => r.key === LEADS_KEY && r.shown === 'value');
  return last?.value != null && judgeAgainst(last.value, LEADS_LIMITS) === 'pass' ? last.value : null;
}
