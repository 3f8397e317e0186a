import type { ConnectorFamily } from '../connector/family';
import { CONNECTOR_FAMILIES, FAMILIES, familyRows } from '../connector/family';

/** A spacing that a row of pads may have, mm from its first pad, and what is known by it. */
export interface RowPattern {
  readonly offsets: readonly number[];
  readonly family: ConnectorFamily | null;
}

/** Where the pads of a row were found along its line. */
export interface RowFit {
  readonly pattern: RowPattern;
  /** Place of the pattern's first pad along the line, mm. */
  readonly start: number;
  /** Found over known spacing: 1 when the scale is right. */
  readonly stretch: number;
  /** For each pad of the pattern the index of the mark found there, or `null` for none. */
  readonly found: readonly (number | null)[];
  readonly score: number;
}

export interface LineMark {
  /** Along the line, mm. */
  readonly at: number;
  /** Across the row, mm. */
  readonly wide: number;
  /** Bare board counts for a pad that was torn off, not for one that is there. */
  readonly bare: boolean;
  /** Cut out of a longer patch: worth less than one that stands alone. */
  readonly cut: boolean;
}

/** A pad lies this near to where an even row wants it, mm, or this share of the pitch (land patterns are drawn to hundredths). */
const OFF_MM = 0.1;
const OFF_SHARE = 0.17;
/** What a pad at the edge of where it may lie costs: a spacing that fits roughly must not beat one that fits. */
const MISFIT = 0.9;
/** Known spacings may be this far off the measured scale. */
const STRETCH = 0.035;
/** Smallest and largest pitch looked for, mm. */
const PITCHES = [0.38, 3.3] as const;
/** Most places of an even row that may be empty. */
const MOST_GONE = 0.6;

/** Every row of every family; spacings that several families share stand once, by the first of them. */
const FAMILY_PATTERNS: readonly RowPattern[] = CONNECTOR_FAMILIES.flatMap((family) =>
  familyRows(FAMILIES[family]).map((row): RowPattern => {
    const left = row.contacts[0]?.at.x ?? 0;
    return { family, offsets: row.contacts.map((c) => Number((c.at.x - left).toFixed(3))) };
  }),
).filter(
  ({ offsets }, i, all) =>
    offsets.length >= 3 && all.findIndex((p) => p.offsets.join() === offsets.join()) === i,
);

function explain(
  marks: readonly LineMark[],
  pattern: RowPattern,
  start: number,
  stretch: number,
): RowFit | null {
  const gap = Math.min(...pattern.offsets.slice(1).map((o, i) => o - (pattern.offsets[i] ?? 0)));
  const near = Math.min(OFF_MM, OFF_SHARE * gap);
  const taken = new Set<number>();
  const found = pattern.offsets.map((offset) => {
    const want = start + stretch * offset;
    let best: number | null = null;
    let bestOff = near;
    for (const [i, m] of marks.entries()) {
      // A ripped pad leaves a ragged patch: its middle is only roughly that of the pad.
      const off = Math.abs(m.at - want) * (m.bare ? 0.5 : 1);
      if (off < bestOff && !taken.has(i)) [best, bestOff] = [i, off];
    }
    if (best !== null) taken.add(best);
    return best;
  });
  let score = 0;
  for (const [i, f] of found.entries()) {
    const mark = f === null ? undefined : marks[f];
    if (!mark) score -= 0.55;
    else if (mark.bare) score += 0.45;
    else
      score +=
        (mark.cut ? 0.2 : 1) - MISFIT * ((mark.at - start - stretch * (pattern.offsets[i] ?? 0)) / near) ** 2;
  }
  const metal = found.filter((f) => f !== null && marks[f]?.bare === false).length;
  if (metal < 2 || score <= 0) return null;
  // A mark amid the row that the pattern does not explain speaks against it.
  const [first, last] = [start, start + stretch * (pattern.offsets.at(-1) ?? 0)];
  const strangers = marks.filter(
    (m, i) => !taken.has(i) && !m.bare && m.at > first - near && m.at < last + near,
  ).length;
  return { pattern, start, stretch, found, score: score - 0.8 * strangers + (pattern.family ? 0.15 : 0) };
}

/** Least squares start and stretch over the metal marks of a fit. */
function refine(marks: readonly LineMark[], fit: RowFit): RowFit {
  if (
    fit.found.every(
      (f, i) =>
        f !== null && Math.abs((marks[f]?.at ?? 0) - fit.start - (fit.pattern.offsets[i] ?? 0)) < 1e-9,
    )
  )
    return fit;
  const pairs = fit.found.flatMap((f, i) => {
    const mark = f === null ? undefined : marks[f];
    return mark && !mark.bare ? [[fit.pattern.offsets[i] ?? 0, mark.at] as const] : [];
  });
  const n = pairs.length;
  const mx = pairs.reduce((s, p) => s + p[0], 0) / n;
  const my = pairs.reduce((s, p) => s + p[1], 0) / n;
  const sxx = pairs.reduce((s, p) => s + (p[0] - mx) ** 2, 0);
  const stretch = sxx > 0 ? pairs.reduce((s, p) => s + (p[0] - mx) * (p[1] - my), 0) / sxx : fit.stretch;
  return explain(marks, fit.pattern, my - stretch * mx, stretch) ?? fit;
}

function evenPatterns(marks: readonly LineMark[]): RowFit[] {
  const metal = marks.filter((m) => !m.bare);
  const fits: RowFit[] = [];
  for (const [i, a] of metal.entries())
    for (const b of metal.slice(i + 1)) {
      for (let k = 1; k <= 4; k += 1) {
        const pitch = (b.at - a.at) / k;
        if (pitch < PITCHES[0]) break;
        if (pitch > PITCHES[1]) continue;
        if (pitch < 1.12 * Math.min(a.wide, b.wide)) continue;
        const steps = marks.map((m) => (m.at - a.at) / pitch);
        const near = Math.min(OFF_MM / pitch, OFF_SHARE);
        const on = steps
          .filter((s, j) => Math.abs(s - Math.round(s)) * (marks[j]?.bare === true ? 0.5 : 1) < near)
          .map(Math.round)
          .sort((x, y) => x - y);
        // The longest run without a hole wider than three pads that holds the first pair.
        const at0 = on.indexOf(0);
        let [lo, hi] = [at0, at0];
        while (lo > 0 && (on[lo] ?? 0) - (on[lo - 1] ?? 0) <= 3) lo -= 1;
        while (hi + 1 < on.length && (on[hi + 1] ?? 0) - (on[hi] ?? 0) <= 3) hi += 1;
        const [from, to] = [on[lo] ?? 0, on[hi] ?? 0];
        const count = to - from + 1;
        if (count < 3 || count > 40) continue;
        const pattern: RowPattern = {
          offsets: Array.from({ length: count }, (_, n) => n * pitch),
          family: null,
        };
        const fit = explain(marks, pattern, a.at + from * pitch, 1);
        if (fit && fit.found.filter((f) => f === null).length <= MOST_GONE * count) fits.push(fit);
      }
    }
  return fits;
}

/** The marks as they stand, for a spacing that is neither even nor known. */
function asItStands(marks: readonly LineMark[]): RowFit[] {
  const first = marks[0]?.at ?? 0;
  if (marks.length < 4 || marks.filter((m) => !m.bare).length < 3) return [];
  const gaps = marks.slice(1).map((m, i) => m.at - (marks[i]?.at ?? 0));
  // Marks of one row keep the same order of distance; a stray one far off is not of the row.
  if (Math.max(...gaps) > 4 * Math.min(...gaps) || Math.min(...gaps) < 0.3) return [];
  return [
    {
      pattern: { offsets: marks.map((m) => m.at - first), family: null },
      start: first,
      stretch: 1,
      found: marks.map((_, i) => i),
      score: marks.reduce((s, m) => s + (m.bare ? 0.35 : m.cut ? 0.2 : 0.8), -0.3),
    },
  ];
}

function knownPatterns(marks: readonly LineMark[], wanted: ConnectorFamily | null): RowFit[] {
  const metal = marks.filter((m) => !m.bare);
  const fits: RowFit[] = [];
  for (const pattern of FAMILY_PATTERNS) {
    if (wanted !== null && pattern.family !== wanted) continue;
    for (const [i, a] of metal.entries())
      for (const b of metal.slice(i + 1))
        for (const [p, first] of pattern.offsets.entries())
          for (const second of pattern.offsets.slice(p + 1)) {
            const stretch = (b.at - a.at) / (second - first);
            if (Math.abs(stretch - 1) > STRETCH) continue;
            const fit = explain(marks, pattern, a.at - stretch * first, stretch);
            if (fit) fits.push(fit);
          }
  }
  return fits;
}

/**
 * The row that explains the marks along a line best: an even pitch with places missing, or the spacing of a known connector
 * family. Missing places stay in the answer. `null` where nothing with three pads fits.
 * @param wanted only this family's spacing beside even ones, when the person has named it
 */
export function fitRow(marks: readonly LineMark[], wanted: ConnectorFamily | null = null): RowFit | null {
  if (marks.filter((m) => !m.bare).length < 2) return null;
  const fits = [...evenPatterns(marks), ...knownPatterns(marks, wanted), ...asItStands(marks)]
    .sort((a, b) => b.score - a.score)
    .slice(0, 12);
  const refined = fits
    .map((f) => refine(marks, f))
    .filter(
      (f) => f.pattern.offsets.length >= 3 && f.found.filter((m) => m !== null).length >= 3 && f.score >= 1.6,
    );
  refined.sort((a, b) => b.score - a.score);
  return refined[0] ?? null;
}
