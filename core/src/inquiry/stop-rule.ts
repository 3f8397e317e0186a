import type { Evidence, InquiryModel } from './model';
import type { RankedTest } from './best-tests';
import { bestTests } from './best-tests';
import { posterior } from './posterior';

export type InquiryStep =
  | { readonly kind: 'sure'; readonly id: string; readonly p: number }
  | { readonly kind: 'ask'; readonly best: RankedTest }
  | {
      readonly kind: 'stuck';
      readonly id: string;
      readonly p: number;
      readonly why: 'nothing-left' | 'nothing-worth-asking';
    };

export interface StopLimits {
  /** Sure enough from here. */
  readonly sureAt: number;
  /** A test that tells less than this is not worth asking, bits. */
  readonly leastBits: number;
}

export const USUAL_LIMITS: StopLimits = { sureAt: 0.9, leastBits: 0.02 };

/** Whether to stop or what to ask: sure enough, the best test, or stuck with the leading hypothesis. */
export function nextStep(
  model: InquiryModel,
  evidence: readonly Evidence[],
  exclude: ReadonlySet<string> = new Set(),
  limits: StopLimits = USUAL_LIMITS,
): InquiryStep {
  const p = posterior(model, evidence);
  const lead = p.reduce((best, x, h) => (x > (p[best] ?? 0) ? h : best), 0);
  const leader = { id: model.hypotheses[lead]?.id ?? '', p: p[lead] ?? 0 };
  if (leader.p >= limits.sureAt) return { kind: 'sure', ...leader };
  const [best] = bestTests(model, evidence, exclude, 1);
  if (!best) return { kind: 'stuck', ...leader, why: 'nothing-left' };
  if (best.gainBits < limits.leastBits) return { kind: 'stuck', ...leader, why: 'nothing-worth-asking' };
  return { kind: 'ask', best };
}
