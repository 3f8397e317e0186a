import type { Verdict } from './acceptance-limits';
import { judgeAgainst } from './acceptance-limits';
import type { Check } from './check-list';

export const RESULT_SHOWN = ['yes', 'no', 'over', 'value'] as const;

/** One result as typed; kept append-only, the newest of a key counts. */
export interface CheckResult {
  readonly id: string;
  readonly at: string;
  readonly key: string;
  readonly shown: (typeof RESULT_SHOWN)[number];
  /** Base unit of the check's entry (ohm, volt, ampere); `null` unless `shown` is `value`. */
  readonly value: number | null;
}

export interface JudgedCheck {
  readonly check: Check;
  readonly result: CheckResult | null;
  readonly verdict: Verdict | null;
  /** The power checks stay shut until every unpowered one has passed. */
  readonly shut: boolean;
}

export interface ProveReport {
  readonly checks: readonly JudgedCheck[];
  readonly gate: { readonly open: boolean; readonly waitingFor: readonly string[] };
  readonly verdict: 'proved' | 'failed' | 'unfinished';
}

/** What a result means for its check. A result of the wrong sort for the check is a fail, never a pass. */
export function judgeCheck(check: Check, result: CheckResult): Verdict {
  if (check.limits === null) return result.shown === 'yes' ? 'pass' : 'fail';
  if (result.shown === 'over') return check.entry === 'ohms' ? judgeAgainst(Infinity, check.limits) : 'fail';
  return result.shown === 'value' && result.value !== null
    ? judgeAgainst(result.value, check.limits)
    : 'fail';
}

/** Judges the whole list. A doubt on an unpowered check keeps the power shut: it has not passed. */
export function proveReport(checks: readonly Check[], results: readonly CheckResult[]): ProveReport {
  const newest = new Map(results.map((r) => [r.key, r]));
  const judged = checks.map((check) => {
    const result = newest.get(check.key) ?? null;
    return { check, result, verdict: result ? judgeCheck(check, result) : null };
  });
  const waiting = judged.filter((j) => !j.check.powered && j.verdict !== 'pass');
  const open = checks.length > 0 && waiting.length === 0;
  const counted = judged.map((j): JudgedCheck => {
    const shut = j.check.powered && !open;
    return { ...j, shut, verdict: shut ? null : j.verdict };
  });
  const verdict = counted.some((j) => j.verdict === 'fail')
    ? 'failed'
    : checks.length > 0 && counted.every((j) => j.verdict === 'pass')
      ? 'proved'
      : 'unfinished';
  return { checks: counted, gate: { open, waitingFor: waiting.map((j) => j.check.title) }, verdict };
}
