import type { PinFunction } from '../connector/pin-function';
import type { ExplainDesk, Explanation, LineGroupDesk } from './explain-desk';
import { explanationLogs, logSum } from './explain-desk';
import { nowhereLogPrior } from './landing-prior';
import { pairLogs } from './pair-places';
import type { LandingOption, Supposed } from './line-options';
import { landingOptions, landingPrior } from './line-options';
import { tied } from './tie';
import type { Orientation, TraceScene } from './trace-scene';

/** Explanations so many nepers lighter than the best are left out. */
const WITHIN = 16;
/** One line of a pair wired and the other not (a judgement). */
const LONELY = 0.012;
/** A part whose two ends two lines land on, log weight (a judgement). */
export const SAME_PART = -5;
/** Explanations that come to less than this line by line are not tried together. */
const LEAST_TOGETHER = 1e-10;
/** Two places may do better together than each alone says, by so many nepers at the most. */
const SPARE = 4;

/** Log chance that so many lines of a group land nowhere on the marked board; both or none of a pair, as a rule. */
export function groupLogPrior(
  scene: TraceScene,
  o: Orientation,
  functions: readonly PinFunction[],
  missing: number,
): number {
  const none = Math.exp(nowhereLogPrior(scene, o, functions[0] ?? 'unknown'));
  if (functions.length === 1) return Math.log((missing === 0 ? 1 : none) / (1 + none));
  return Math.log((missing === 0 ? 1 : missing === 1 ? LONELY : none) / (1 + 2 * LONELY + none));
}

/** Log of what the pairing terms come to over all pairs of places before any reading, so that they favour no landing as such. */
function pairNorm(
  { scene, o, pullUps }: ExplainDesk,
  functions: readonly PinFunction[],
  pairLog: (a: number, b: number) => number,
): number {
  const key = `${o.name} ${functions.join()} ${[...pullUps].join()}`;
  const known = scene.pairNorms.get(key);
  if (known !== undefined) return known;
  const [wa, wb] = functions.map((f) => landingPrior(scene, o, f, pullUps)) as [Float64Array, Float64Array];
  let sum = 0;
  scene.sites.forEach((a, i) =>
    scene.sites.forEach((b, j) => {
      const weight = (wa[i] as number) * (wb[j] as number);
      if (a !== b && weight > 1e-6) sum += weight * Math.exp(pairLog(a, b));
    }),
  );
  const norm = Math.log(Math.max(1e-9, sum));
  scene.pairNorms.set(key, norm);
  return norm;
}

const NOWHERE: LandingOption = { site: -1, log: 0, rough: 0, near: null, behind: null };

/** Whether every line that lands somewhere has its place for itself. */
function isApart(taken: readonly LandingOption[]): boolean {
  for (let i = 1; i < taken.length; i += 1) {
    const site = (taken[i] as LandingOption).site;
    if (site < 0) continue;
    for (let j = 0; j < i; j += 1) if ((taken[j] as LandingOption).site === site) return false;
  }
  return true;
}

/** An explanation of some groups of lines by one choice for each line; `null` where two lines would land on one place. */
function explanation(
  desk: ExplainDesk,
  groups: readonly LineGroupDesk[],
  taken: readonly LandingOption[],
): Explanation | null {
  if (!isApart(taken)) return null;
  const supposed: Supposed[] = [];
  let [prior, nowhere, k] = [0, 0, 0];
  for (const { log, near, behind } of taken) {
    prior += log;
    if (near) supposed.push(near);
    if (!behind) continue;
    if (taken.some((x) => x.site === behind.site)) prior += SAME_PART;
    else if (!supposed.some((s) => s.site === behind.site)) supposed.push(behind);
  }
  for (const { pair, missing, bits } of groups) {
    let gone = 0;
    for (let i = 0; i < bits.length; i += 1)
      if ((taken[k + i] as LandingOption).site < 0) {
        gone += 1;
        nowhere |= bits[i] as number;
      }
    prior += missing[gone] as number;
    if (bits.length > 1 && gone === 0)
      prior += pair((taken[k] as LandingOption).site, (taken[k + 1] as LandingOption).site);
    k += bits.length;
  }
  return { landings: taken.map((x) => x.site), supposed: tied(desk.ties, supposed), nowhere, prior };
}

/** The group's lines with their places. */
export function groupDesk(desk: ExplainDesk, functions: readonly PinFunction[]): LineGroupDesk {
  const pairLog = pairLogs(desk.scene, desk.o, functions);
  const norm = functions.length > 1 ? pairNorm(desk, functions, pairLog) : 0;
  return {
    functions,
    pair: functions.length > 1 ? (a, b) => pairLog(a, b) - norm : () => 0,
    missing: [0, ...functions.keys()].map((_, gone) => groupLogPrior(desk.scene, desk.o, functions, gone)),
    bits: functions.map((f) => 1 << desk.lines.indexOf(f)),
    options: functions.map((f) => {
      const all = landingOptions(desk.scene, desk.o, desk.seen, f, desk.pullUps);
      const logs = new Float64Array(desk.anchors.size);
      const rough = all.map((x) => {
        const supposed = tied(
          desk.ties,
          [x.near, x.behind].flatMap((s) => s ?? []),
        );
        explanationLogs(desk, { landings: [], supposed, nowhere: 0, prior: x.log }, logs);
        return logSum(logs);
      });
      const best = Math.max(-Infinity, ...rough);
      return [
        ...all.flatMap((x, i) => {
          const own = (rough[i] ?? -Infinity) - best;
          return own > -WITHIN ? [{ ...x, rough: own }] : [];
        }),
        NOWHERE,
      ];
    }),
  };
}

/** Pairs of places that are not hopeless by what each says alone and how the two lie to each other. */
function likelyPairs(
  { pair }: LineGroupDesk,
  first: readonly LandingOption[],
  second: readonly LandingOption[],
): LandingOption[][] {
  const rough = (a: LandingOption, b: LandingOption): number =>
    a.rough + b.rough + (a.site >= 0 && b.site >= 0 ? pair(a.site, b.site) : 0);
  const all = first.flatMap((a) =>
    second.map((b) => ({ taken: [a, b], log: rough(a, b), here: a.site >= 0 && b.site >= 0 })),
  );
  const best = all.reduce((most, x) => (x.here ? Math.max(most, x.log) : most), -Infinity);
  return all.filter((x) => !x.here || x.log > best - WITHIN - SPARE).map((x) => x.taken);
}

/** Lines whose places are taken as known while others are explained. */
export interface Given {
  readonly group: LineGroupDesk;
  readonly taken: readonly LandingOption[];
}

/** Every explanation of a group that is not hopeless; the other lines are unsupposed, save those that are given, whose places come first. */
export function groupExplanations(
  desk: ExplainDesk,
  group: LineGroupDesk,
  given: readonly Given[] = [],
): Weighed {
  const [first = [], second] = group.options;
  const tuples = second ? likelyPairs(group, first, second) : first.map((a) => [a]);
  const groups = [...given.map((g) => g.group), group];
  const known = given.flatMap((g) => g.taken);
  return weigh(
    desk,
    tuples.flatMap((taken) => {
      const made = explanation(desk, groups, [...known, ...taken]);
      return made ? [{ made, taken }] : [];
    }),
  );
}

/** Log chance of all readings where these lines land where they are given, and no other is supposed. */
export function givenLog(desk: ExplainDesk, given: readonly Given[]): number {
  const made = explanation(
    desk,
    given.map((g) => g.group),
    given.flatMap((g) => g.taken),
  );
  if (!made) return -Infinity;
  const logs = new Float64Array(desk.anchors.size);
  explanationLogs(desk, made, logs);
  return logSum(logs);
}

interface Candidate {
  readonly made: Explanation;
  readonly taken: readonly LandingOption[];
}

/** Explanations with their weights, and what each weighs in every joint state of the anchors. */
export interface Weighed {
  readonly candidates: readonly Candidate[];
  /** Sum to 1. */
  readonly weights: Float64Array;
  /** Of explanation `h` in joint state `g` at `h` times the states plus `g`; all sum to 1. */
  readonly shares: Float64Array;
  /** Log chance of all readings. */
  readonly logEvidence: number;
}

function weigh(desk: ExplainDesk, all: readonly Candidate[]): Weighed {
  const { size } = desk.anchors;
  const logs = new Float64Array(all.length * size);
  const sums = new Float64Array(all.length);
  all.forEach(({ made }, i) => {
    explanationLogs(desk, made, logs, i * size);
    sums[i] = logSum(logs, i * size, (i + 1) * size);
  });
  const best = sums.reduce((most, x) => Math.max(most, x), -Infinity);
  const kept: number[] = [];
  for (let i = 0; i < sums.length; i += 1) if ((sums[i] as number) > best - WITHIN) kept.push(i);
  kept.sort((a, b) => (sums[b] as number) - (sums[a] as number) || a - b);
  const total = logSum(Float64Array.from(kept, (i) => sums[i] as number));
  const shares = new Float64Array(kept.length * size);
  kept.forEach((i, h) => {
    for (let g = 0; g < size; g += 1) shares[h * size + g] = Math.exp((logs[i * size + g] as number) - total);
  });
  return {
    candidates: kept.map((i) => all[i] as Candidate),
    weights: Float64Array.from(kept, (i) => Math.exp((sums[i] as number) - total)),
    shares,
    logEvidence: total,
  };
}

/** All groups explained together, where that is few enough to be counted out; else `null`. */
export function jointExplanations(
  desk: ExplainDesk,
  groups: readonly LineGroupDesk[],
  apart: readonly Weighed[],
  mostCells: number,
): Weighed | null {
  let tuples: { readonly taken: readonly LandingOption[]; readonly weight: number }[] = [
    { taken: [], weight: 1 },
  ];
  for (const w of apart) {
    const more: typeof tuples = [];
    for (const t of tuples)
      for (let i = 0; i < w.candidates.length; i += 1) {
        const weight = t.weight * (w.weights[i] ?? 0);
        // The heaviest come first.
        if (weight < LEAST_TOGETHER) break;
        more.push({ taken: [...t.taken, ...(w.candidates[i]?.taken ?? [])], weight });
        if (more.length * desk.anchors.size > mostCells) return null;
      }
    tuples = more;
  }
  return weigh(
    desk,
    tuples.flatMap(({ taken }) => {
      const made = explanation(desk, groups, taken);
      return made ? [{ made, taken }] : [];
    }),
  );
}
