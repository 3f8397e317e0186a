import type { ConnectorPart, MatchCandidate, MatchReport, ObservedPattern, PartLibrary } from '@zebbit/core';
import type { TearWish, TornPattern } from '@zebbit/core/practice';
import {
  DIMENSION_WORDS,
  libraryBytes,
  matchParts,
  measureNext,
  partDimensions,
  partLibrary,
} from '@zebbit/core';
import { seeded, toldApartByNothing, tornPattern } from '@zebbit/core/practice';
import { dropsIn } from './drop-judge';
import { loadFootprints } from './footprints';
import { line } from './measure';

const USUAL: TearWish = { noiseMm: 0.1, padsGone: 0.3, legsGone: 1, shapes: true };
const percent = (part: number, of: number): string => `${of === 0 ? '-' : ((100 * part) / of).toFixed(1)} %`;

/** The true part, or one that nothing measured tells from it; judged by the drawings, not by what the match says of itself. */
const isTruth = (c: MatchCandidate, truth: ConnectorPart, torn: TornPattern): boolean => {
  if (c.part === truth) return true;
  const lands = torn.pattern.features.map(
    (f) => c.placement.residuals.find((r) => r.id === f.id)?.land ?? -1,
  );
  return toldApartByNothing(truth, torn, c.part, lands);
};

/** Which way a candidate would have to lie on the true part's own frame: from its placement and where the features came from. */
function poseOnTruth(
  c: MatchCandidate,
  torn: TornPattern,
  truth: ConnectorPart,
): { turn: number; x: number; y: number } {
  // Two far apart features, in the candidate's frame and in the truth's, give the turn and the shift.
  const pairs = torn.pattern.features.flatMap((f, i) => {
    const land = truth.lands[torn.from[i] ?? -1];
    const r = c.placement.residuals.find((x) => x.id === f.id);
    const mine = r && c.part.lands[r.land];
    return land && mine ? [{ from: mine.at, to: land.at }] : [];
  });
  let n = 0;
  let [sx, sy, tx, ty] = [0, 0, 0, 0];
  for (const p of pairs)
    [sx, sy, tx, ty, n] = [sx + p.from.x, sy + p.from.y, tx + p.to.x, ty + p.to.y, n + 1];
  [sx, sy, tx, ty] = [sx / n, sy / n, tx / n, ty / n];
  let [dot, cross] = [0, 0];
  for (const { from, to } of pairs) {
    dot += (from.x - sx) * (to.x - tx) + (from.y - sy) * (to.y - ty);
    cross += (from.x - sx) * (to.y - ty) - (from.y - sy) * (to.x - tx);
  }
  const turn = Math.atan2(cross, dot);
  return {
    turn,
    x: tx - (Math.cos(turn) * sx - Math.sin(turn) * sy),
    y: ty - (Math.sin(turn) * sx + Math.cos(turn) * sy),
  };
}

interface Tally {
  runs: number;
  first: number;
  three: number;
  said: number;
  wrongly: number;
  /** By what was said of a part, in tenths about 10 %, 20 % and so on. */
  bins: Map<number, { said: number; right: number; n: number }>;
  misses: Map<string, number>;
}

function play(
  parts: readonly ConnectorPart[],
  library: PartLibrary,
  seeds: readonly number[],
  wish: TearWish,
  most = 24,
): Tally {
  const tally: Tally = {
    runs: 0,
    first: 0,
    three: 0,
    said: 0,
    wrongly: 0,
    bins: new Map(),
    misses: new Map(),
  };
  parts.forEach((truth, k) => {
    for (const seed of seeds) {
      const torn = tornPattern(truth, seed * 1000 + k, wish);
      const answer = matchParts(torn.pattern, library, most);
      tally.runs += 1;
      if (!answer.ok) continue;
      const { candidates } = answer.report;
      const rank = candidates.findIndex((c) => isTruth(c, truth, torn));
      if (rank === 0) tally.first += 1;
      else tally.misses.set(truth.name, (tally.misses.get(truth.name) ?? 0) + 1);
      if (rank >= 0 && rank < 3) tally.three += 1;
      for (const c of candidates.filter((x) => x.verdict === 'drops-in')) {
        tally.said += 1;
        if (c.part !== truth && !dropsIn(c.part, truth, poseOnTruth(c, torn, truth))) tally.wrongly += 1;
      }
      for (const c of candidates.filter((x) => x.probability >= 0.05)) {
        const bin = Math.round(c.probability * 10);
        const b = tally.bins.get(bin) ?? { said: 0, right: 0, n: 0 };
        b.n += 1;
        b.said += c.probability;
        if (c.part === truth || c.tied.includes(truth.id)) b.right += 1;
        tally.bins.set(bin, b);
      }
    }
  });
  return tally;
}

function printTally(name: string, t: Tally): void {
  line(
    name,
    `${t.runs} boards`,
    `first ${percent(t.first, t.runs)} (95)`,
    `in three ${percent(t.three, t.runs)} (99)`,
    `“drops in” said ${t.said}, wrongly ${percent(t.wrongly, t.said)} (1)`,
  );
  const worst = [...t.misses].sort((a, b) => b[1] - a[1]).slice(0, 5);
  if (worst.length > 0)
    process.stdout.write(`    not first: ${worst.map(([n, c]) => `${n} ${c}`).join(', ')}\n`);
}

function printBins(t: Tally): void {
  process.stdout.write('    said      was right   of candidates\n');
  for (const [bin, b] of [...t.bins].sort((x, y) => x[0] - y[0]))
    process.stdout.write(
      `    ${((100 * b.said) / b.n).toFixed(1).padStart(5)} %   ${((100 * b.right) / b.n).toFixed(1).padStart(5)} %     ${String(b.n).padStart(5)}   (about ${bin * 10} %)\n`,
    );
}

/** The same with the true part not in the library: what is said of the others must still hold. */
function playWithout(parts: readonly ConnectorPart[], seeds: readonly number[], wish: TearWish): void {
  let [runs, unknown, said, wrongly, sure] = [0, 0, 0, 0, 0];
  parts.forEach((truth, k) => {
    const library = partLibrary(parts.filter((p) => p !== truth));
    for (const seed of seeds) {
      const torn = tornPattern(truth, seed * 1000 + k, wish);
      const answer = matchParts(torn.pattern, library);
      runs += 1;
      if (!answer.ok) continue;
      if (answer.report.unknown > 0.5) unknown += 1;
      if ((answer.report.candidates[0]?.probability ?? 0) * (1 - answer.report.unknown) > 0.9) sure += 1;
      for (const c of answer.report.candidates.filter((x) => x.verdict === 'drops-in')) {
        said += 1;
        if (!dropsIn(c.part, truth, poseOnTruth(c, torn, truth))) wrongly += 1;
      }
    }
  });
  line(
    '  true part not in the library',
    `none of them likelier than not ${percent(unknown, runs)}`,
    `one of them called sure ${percent(sure, runs)}`,
    `“drops in” said ${said}, wrongly ${wrongly}`,
  );
}

/** Extra measurements until one part is left, answered by the true part with the spread of calipers. */
function questions(
  truth: ConnectorPart,
  pattern: ObservedPattern,
  library: PartLibrary,
  random: () => number,
  best: boolean,
): { readonly asked: number; readonly right: boolean; readonly done: boolean } {
  const dimensions = partDimensions(truth);
  const skip = new Set<string>();
  let now = pattern;
  for (let asked = 0; ; asked += 1) {
    const answer = matchParts(now, library, 12);
    if (!answer.ok) return { asked, right: false, done: false };
    const report: MatchReport = answer.report;
    const next = measureNext(report, skip, 0.05);
    const lead = report.candidates[0];
    const right = lead !== undefined && (lead.part === truth || lead.tied.includes(truth.id));
    if (next.kind !== 'ask' || asked >= 12) return { asked, right, done: next.kind === 'single' };
    const open = Object.keys(DIMENSION_WORDS).filter((k) => !skip.has(k) && dimensions.has(k));
    const key = best ? (next.proposals[0]?.key ?? '') : (open[Math.floor(random() * open.length)] ?? '');
    skip.add(key);
    const d = dimensions.get(key);
    const shake =
      0.05 * Math.sqrt(-2 * Math.log(Math.max(1e-9, random()))) * Math.cos(2 * Math.PI * random());
    const value = d ? (d.counted ? d.value : d.value + shake) : null;
    now = { ...now, answers: [...now.answers, { key, value, sigmaMm: 0.05 }] };
  }
}

function benchQuestions(
  parts: readonly ConnectorPart[],
  library: PartLibrary,
  seeds: readonly number[],
): void {
  const sums = { best: [0, 0, 0], random: [0, 0, 0], n: 0 };
  parts.forEach((truth, k) => {
    for (const seed of seeds) {
      const torn = tornPattern(truth, seed * 1000 + k + 500, { ...USUAL, shapes: false, padsGone: 0.5 });
      const start = matchParts(torn.pattern, library);
      if (!start.ok || measureNext(start.report).kind !== 'ask') continue;
      sums.n += 1;
      for (const best of [true, false]) {
        const q = questions(truth, torn.pattern, library, seeded(seed * 77 + k), best);
        const s = best ? sums.best : sums.random;
        s[0] = (s[0] ?? 0) + q.asked;
        s[1] = (s[1] ?? 0) + (q.right ? 1 : 0);
        s[2] = (s[2] ?? 0) + (q.done ? 1 : 0);
      }
    }
  });
  const say = (s: readonly number[]): string =>
    `${((s[0] ?? 0) / sums.n).toFixed(2)} measurements, one part left in ${percent(s[2] ?? 0, sums.n)}, the right one first in ${percent(s[1] ?? 0, sums.n)}`;
  line('Measure next, half the pads gone, no shapes', `${sums.n} boards with something to ask`);
  line('  proposed', say(sums.best));
  line('  random order', say(sums.random));
}

/** Which connector fits, on Debian's open footprints. */
export function benchMatch(seeds: readonly number[], fresh: number): void {
  const all = loadFootprints(null);
  line(
    'Footprint files read',
    `${all.parts.length} of ${all.parts.length + all.refused.length}: ${percent(all.parts.length, all.parts.length + all.refused.length)} (99.5)`,
    `${(all.megabytes / (all.ms / 1000)).toFixed(0)} MB/s`,
  );
  for (const r of all.refused.slice(0, 10)) process.stdout.write(`    ${r.file}:${r.line} ${r.message}\n`);
  const usb = all.parts.filter((p) => p.id.startsWith('Connector_USB'));
  const small = partLibrary(usb);
  for (const [name, list] of [
    ['fixed seeds 1 to 20', seeds],
    [`20 fresh seeds from ${fresh}`, seeds.map((s) => s + fresh)],
  ] as const) {
    const t = play(usb, small, list, USUAL);
    printTally(`Match, ${name}`, t);
    playWithout(usb, list.slice(0, 5), USUAL);
    printTally(`  places only, no shapes`, play(usb, small, list, { ...USUAL, shapes: false }, 8));
  }
  const hard = { noiseMm: 0.15, padsGone: 0.5, legsGone: 1, shapes: false };
  const doubtful = play(usb, small, [...seeds, ...seeds.map((s) => s + fresh)], hard, 8);
  printTally('Half the pads gone, 0.15 mm, no shapes', doubtful);
  printBins(doubtful);
  benchQuestions(usb, small, [1, fresh]);
  const heap = process.memoryUsage().heapUsed;
  const begun = performance.now();
  const big = partLibrary(all.parts);
  const laid = performance.now() - begun;
  const times: number[] = [];
  let first = 0;
  let three = 0;
  usb.forEach((truth, k) => {
    for (const seed of [1, fresh]) {
      const torn = tornPattern(truth, seed * 1000 + k, USUAL);
      const from = performance.now();
      const answer = matchParts(torn.pattern, big);
      times.push(performance.now() - from);
      const rank = answer.ok ? answer.report.candidates.findIndex((c) => isTruth(c, truth, torn)) : -1;
      if (rank === 0) first += 1;
      if (rank >= 0 && rank < 3) three += 1;
    }
  });
  const cold = times[0] ?? 0;
  times.sort((a, b) => a - b);
  const at = (share: number): string =>
    `${(times[Math.floor((times.length - 1) * share)] ?? 0).toFixed(0)} ms`;
  line(
    `Library of ${all.parts.length}`,
    `first answer of all ${cold.toFixed(0)} ms (300)`,
    `median ${at(0.5)}, 95 % ${at(0.95)}, longest ${at(1)}`,
    `first ${percent(first, times.length)}, in three ${percent(three, times.length)}`,
  );
  line(
    '  memory',
    `${(libraryBytes(big) / 1e6).toFixed(1)} MB in flat arrays`,
    `${(heap / 1e6).toFixed(0)} MB heap with all parts as objects`,
    `laid out in ${laid.toFixed(0)} ms`,
  );
}

export const seedsOfTwenty: readonly number[] = Array.from({ length: 20 }, (_, i) => i + 1);
