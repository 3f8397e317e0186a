import { bestTests } from '../inquiry/best-tests';
import type { InquiryTest } from '../inquiry/model';
import { inquiryModel } from '../inquiry/model';
import { sayMm } from './fit-reason';
import type { MatchCandidate, MatchReport } from './match-parts';
import type { PartDimension } from './part-dimensions';
import { DIMENSION_WORDS, partDimensions } from './part-dimensions';

/** One dimension to take, and what each answer would leave. */
export interface MeasureProposal {
  readonly key: string;
  readonly words: string;
  /** Answers in order, each with its chance and the parts that would then lead. */
  readonly answers: readonly {
    /** mm or a count; `null` for "not there". */
    readonly value: number | null;
    readonly words: string;
    readonly chance: number;
    readonly leading: readonly string[];
  }[];
  readonly counted: boolean;
  readonly gainBits: number;
  readonly seconds: number;
}

export type MeasureNext =
  /** One part, or parts that are equal, is left. */
  | { readonly kind: 'single'; readonly candidate: MatchCandidate }
  | { readonly kind: 'ask'; readonly proposals: readonly MeasureProposal[] }
  /** It is likelier none of the known parts: buy by the limits, not by name. */
  | { readonly kind: 'unknown'; readonly unknown: number }
  /** More than one is left and no dimension of a bare board tells them apart. */
  | { readonly kind: 'stuck'; readonly candidates: readonly MatchCandidate[] };

/** From here one part counts as found. */
export const SINGLE_AT = 0.95;
/** Candidates less likely than this are not asked about. */
const LEAST_CHANCE = 0.003;
const MOST_HYPOTHESES = 40;
const LEAST_BITS = 0.02;
/** Time a dimension takes with calipers or under the microscope, and a count, s (common practice). */
const MEASURE_SECONDS = 40;
const COUNT_SECONDS = 12;
const NOT_THERE = 'not there';

interface Answer {
  readonly value: number | null;
  readonly words: string;
}

/** Values that a hand cannot tell apart are one answer, named by their middle. */
function answersOf(dimensions: readonly (PartDimension | null)[], sigmaMm: number): Answer[] {
  const [first] = dimensions.filter((d) => d !== null);
  const values = [...new Set(dimensions.flatMap((d) => (d ? [d.value] : [])))].sort((a, b) => a - b);
  const apart = first?.counted === true ? 0 : 2 * sigmaMm;
  const groups: number[][] = [];
  for (const v of values) {
    const last = groups.at(-1);
    if (last && v - (last[0] as number) <= apart) last.push(v);
    else groups.push([v]);
  }
  const named = groups.map((g): Answer => {
    const value = ((g[0] as number) + (g.at(-1) as number)) / 2;
    return {
      value,
      words: first?.counted === true ? (first.labels?.[value] ?? String(value)) : sayMm(value),
    };
  });
  return dimensions.some((d) => d === null) ? [...named, { value: null, words: NOT_THERE }] : named;
}

/** Chance of each answer when the part has that dimension: nearer ones likelier, by the spread of the hand. */
function chancesOf(d: PartDimension | null, answers: readonly Answer[], sigmaMm: number): number[] {
  const raw = answers.map(({ value }) => {
    if (d === null || value === null) return d === null && value === null ? 1 : 0;
    if (d.counted) return value === d.value ? 1 : 0;
    return Math.exp(-((value - d.value) ** 2) / (2 * (2 * sigmaMm) ** 2));
  });
  const sum = raw.reduce((a, b) => a + b, 0);
  return raw.map((r) => (sum > 0 ? r / sum : 1 / raw.length));
}

/**
 * The one dimension that tells the remaining candidates apart best, by expected information over time (`inquiry`), and the two after it.
 * @param skip keys that were answered or cannot be measured
 * @param sigmaMm how well a dimension is taken, one standard deviation, above 0
 */
export function measureNext(
  report: MatchReport,
  skip: ReadonlySet<string> = new Set(),
  sigmaMm = 0.05,
): MeasureNext {
  if (!(sigmaMm > 0)) throw new RangeError(`a spread is above 0 mm, got ${sigmaMm}`);
  const seen = new Set<string>();
  const left: MatchCandidate[] = [];
  for (const c of report.candidates) {
    if (seen.has(c.part.id) || left.length >= MOST_HYPOTHESES) continue;
    [c.part.id, ...c.tied].forEach((id) => seen.add(id));
    if (c.probability >= LEAST_CHANCE) left.push(c);
  }
  if (report.unknown > 0.5) return { kind: 'unknown', unknown: report.unknown };
  const total = left.reduce((s, c) => s + c.probability, 0);
  const [leader] = left;
  if (!leader) return { kind: 'stuck', candidates: [] };
  if (leader.probability / total >= SINGLE_AT) return { kind: 'single', candidate: leader };
  const dimensions = left.map((c) => partDimensions(c.part));
  const tests = new Map<
    string,
    { readonly test: InquiryTest; readonly answers: readonly Answer[]; readonly counted: boolean }
  >();
  for (const key of Object.keys(DIMENSION_WORDS)) {
    if (skip.has(key)) continue;
    const found = dimensions.map((d) => d.get(key) ?? null);
    const answers = answersOf(found, sigmaMm);
    if (answers.length < 2) continue;
    const counted = found.some((d) => d?.counted === true);
    const chances = found.map((d) => chancesOf(d, answers, sigmaMm));
    tests.set(key, {
      answers,
      counted,
      test: {
        id: key,
        seconds: counted ? COUNT_SECONDS : MEASURE_SECONDS,
        outcomes: answers.map((a) => a.words),
        chances: answers.map((_, o) => chances.map((c) => c[o] ?? 0)),
      },
    });
  }
  if (tests.size === 0) return { kind: 'stuck', candidates: left };
  const model = inquiryModel(
    left.map((c) => ({ id: c.part.id, weight: c.probability })),
    [...tests.values()].map((t) => t.test),
  );
  const names = new Map(left.map((c) => [c.part.id, c.part.name]));
  const proposals = bestTests(model, [], new Set(), 3)
    .filter((t) => t.gainBits >= LEAST_BITS)
    .map((t): MeasureProposal => {
      const known = tests.get(t.test.id);
      return {
        key: t.test.id,
        words: DIMENSION_WORDS[t.test.id] ?? t.test.id,
        counted: known?.counted === true,
        gainBits: t.gainBits,
        seconds: t.test.seconds,
        answers: t.splits.map((s, o) => ({
          value: known?.answers[o]?.value ?? null,
          words: s.outcome,
          chance: s.chance,
          leading: s.leading.filter((l) => l.p > 0.05).map((l) => names.get(l.id) ?? l.id),
        })),
      };
    });
  return proposals.length > 0 ? { kind: 'ask', proposals } : { kind: 'stuck', candidates: left };
}
