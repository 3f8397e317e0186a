import type { Evidence, InquiryModel } from './model';
import { evidenceOffset, posterior } from './posterior';

export interface Doubtful {
  readonly index: number;
  readonly evidence: Evidence;
  /** Chance of this outcome as the rest of the evidence would have it. */
  readonly expected: number;
  /** How far it is from what the likeliest outcome would have been, bits; 0 when it is the likeliest. */
  readonly surpriseBits: number;
}

/** Each piece of evidence against all the others (leave one out), worst fit first. */
export function doubtfulEvidence(model: InquiryModel, evidence: readonly Evidence[]): Doubtful[] {
  return evidence
    .map((piece, index): Doubtful => {
      const { test, offset } = evidenceOffset(model, piece);
      const p = posterior(
        model,
        evidence.filter((_, i) => i !== index),
      );
      const chances = model.likelihood[test] as Float64Array;
      const n = p.length;
      const outcomes = model.tests[test]?.outcomes.length ?? 0;
      const predicted = Array.from({ length: outcomes }, (_, o) =>
        p.reduce((sum, x, h) => sum + x * (chances[o * n + h] ?? 0), 0),
      );
      const expected = predicted[offset / n] ?? 0;
      return { index, evidence: piece, expected, surpriseBits: Math.log2(Math.max(...predicted) / expected) };
    })
    .sort((a, b) => b.surpriseBits - a.surpriseBits);
}
