import type { ChargeTrace } from './charge-trace';
import type { CellVolts, Guess, Run, Seen } from './charging-cell';
import { runGuess } from './charging-cell';

export interface Spread {
  readonly likely: number;
  /** Between these in about nine of ten: the middle four fifths of the weights, and as much wider as `WIDER` says. */
  readonly least: number;
  readonly most: number;
}

export interface TimeToFull {
  /** From the last sample until the charge ends, s. */
  readonly leftS: Spread;
  /** Of the cell, Ah. */
  readonly capacityAh: Spread;
  /** At the cell now, V. */
  readonly cellVolts: Spread;
}

export type FullVerdict =
  | { readonly known: true; readonly full: TimeToFull }
  /** What would tell. */
  | { readonly known: false; readonly why: string };

const BINS = 40;
const ROUNDS = [5000, 2500, 2500] as const;
/** A spread wider than this share of all the time from the start is no answer. */
const WIDEST = 0.7;
/** The two curves are not all there are: a spread is this much wider than the weights say (set on simulated charges with other curves, fixed seeds). */
const WIDER = 1.7;

const PRIMES = [2, 3, 5, 7, 11, 13];
/** Evenly spread in [0, 1), the same each time (Halton, from memory). */
function spread(n: number, base: number): number {
  let [f, r, i] = [1, 0, n + 1];
  while (i > 0) {
    f /= base;
    r += f * (i % base);
    i = Math.floor(i / base);
  }
  return r;
}

/** Standard normal of a share (logistic fit to its quantiles, within 0.02; from memory). */
const normal = (u: number): number => Math.log(u / (1 - u)) / 1.702;
const normalDensity = (x: number): number => {
  const e = Math.exp(-1.702 * Math.abs(x));
  return (1.702 * e) / (1 + e) ** 2;
};

/** Bounds of what is not known; capacities by their logarithm. */
const LOW = [Math.log(0.05), 0, Math.log(0.04), 0.78, -0.4, 0.04];
const HIGH = [Math.log(12), 0.97, Math.log(0.6), 0.97, 1.4, 0.12];

function guessOf(u: readonly number[], switching: boolean): Guess {
  const [ah = 0, begun = 0, ohms = 0, efficiency = 0, cobalt = 0, end = 0] = u;
  return { switching, ah: Math.exp(ah), begun, ohms: Math.exp(ohms), efficiency, cobalt, end };
}

/** How likely a guess is before anything was read, as half a misfit. */
function before(u: readonly number[], seen: Seen): number {
  const [ah = 0, begun = 0, ohms = 0, efficiency = 0, cobalt = 0, end = 0] = u;
  const rated = seen.capacityAh;
  return (
    (rated === null ? 0 : ((ah - Math.log(rated * 0.945)) / 0.05) ** 2) +
    (seen.fromFlat ? (Math.max(0, begun - 0.02) / 0.03) ** 2 : 0) +
    // With its protection and leads; small cells have somewhat more than large ones (common practice).
    ((ohms - Math.log(0.18) + 0.15 * ah) / 0.6) ** 2 +
    ((efficiency - 0.88) / 0.045) ** 2 +
    (Math.max(0, Math.abs(cobalt - 0.5) - 0.5) / 0.15) ** 2 +
    ((end - 0.08) / 0.025) ** 2
  );
}

interface Weighed {
  readonly run: Run;
  readonly guess: Guess;
  readonly weight: number;
}

/** Guesses weighed against what was seen: first spread over all, then twice where they fit. */
function weigh(seen: Seen, switching: boolean): Weighed[] {
  const box = LOW.map((low, d) => [low, HIGH[d] as number] as [number, number]);
  if (seen.capacityAh !== null) {
    const c = Math.log(seen.capacityAh * 0.945);
    box[0] = [c - 0.2, c + 0.2];
  }
  if (seen.fromFlat) box[1] = [0, 0.15];
  let centre = box.map(([a, b]) => (a + b) / 2);
  let width = box.map(([a, b]) => (b - a) / 2);
  let all: { readonly u: readonly number[]; readonly half: number; readonly run: Run }[] = [];
  let last: typeof all = [];
  for (const [round, count] of ROUNDS.entries()) {
    last = [];
    for (let n = 0; n < count; n += 1) {
      const u = PRIMES.map((p, d) => {
        const s = spread(n + round * 997, p);
        const [low, high] = box[d] as [number, number];
        return round === 0
          ? low + s * (high - low)
          : (centre[d] as number) + (width[d] as number) * normal(Math.min(0.999, Math.max(0.001, s)));
      });
      if (u.some((x, d) => x < (LOW[d] as number) || x > (HIGH[d] as number))) continue;
      const tried = runGuess(guessOf(u, switching), seen);
      if (tried.misfit === Infinity) continue;
      const drawn =
        round === 0
          ? 0
          : u.reduce(
              (sum, x, d) =>
                sum +
                Math.log(
                  normalDensity((x - (centre[d] as number)) / (width[d] as number)) / (width[d] as number),
                ),
              0,
            );
      last.push({ u, half: -0.5 * (tried.misfit + before(u, seen)) - drawn, run: tried });
    }
    if (last.length === 0) return [];
    all = round === ROUNDS.length - 1 ? last : all;
    const most = last.reduce((m, x) => Math.max(m, x.half), -Infinity);
    // The first rounds are tempered: few fit at all.
    const heat = [8, 2, 1][round] ?? 1;
    const weights = last.map((x) => Math.exp((x.half - most) / heat));
    const sum = weights.reduce((a, b) => a + b, 0);
    centre = centre.map(
      (_, d) => last.reduce((s, x, k) => s + (weights[k] as number) * (x.u[d] as number), 0) / sum,
    );
    width = centre.map((c, d) =>
      Math.max(
        1e-4 * ((HIGH[d] as number) - (LOW[d] as number)),
        1.3 *
          Math.sqrt(
            last.reduce((s, x, k) => s + (weights[k] as number) * ((x.u[d] as number) - c) ** 2, 0) / sum,
          ),
      ),
    );
  }
  return all.map(({ u, half, run: tried }) => ({
    run: tried,
    guess: guessOf(u, switching),
    weight: half - Math.log(all.length),
  }));
}

function quantiles(values: readonly (readonly [number, number])[]): Spread {
  const sorted = values.toSorted((a, b) => a[0] - b[0]);
  const total = sorted.reduce((s, [, w]) => s + w, 0);
  const at = (share: number): number => {
    let sum = 0;
    for (const [v, w] of sorted) {
      sum += w;
      if (sum >= share * total) return v;
    }
    return sorted.at(-1)?.[0] ?? NaN;
  };
  const likely = at(0.5);
  return {
    likely,
    least: Math.max(0, likely - WIDER * (likely - at(0.1))),
    most: likely + WIDER * (at(0.9) - likely),
  };
}

const CAPACITY_TELLS =
  'The capacity printed on the cell (mAh), and its volts now and in a quarter of an hour, tell.';

/**
 * When the charge ends, from what the port took so far, the capacity printed on the cell and volts read at it; each of these may lack. A cell behind a linear or
 * a switching charger, its capacity, charge, resistance and end are weighed together (importance sampling in rounds); no answer where they
 * leave it open, with what would tell.
 * @param capacityAh as printed on the cell, Ah; `null` where nobody read it
 * @param cellVolts read at the cell while it charges, rising in time
 * @param restVolts read at the cell before it was plugged in, V; `null` where it was not
 */
export function timeToFull(
  trace: ChargeTrace,
  seconds: ArrayLike<number>,
  amps: ArrayLike<number>,
  capacityAh: number | null,
  cellVolts: readonly CellVolts[],
  restVolts: number | null = null,
): FullVerdict {
  if (capacityAh !== null && !(capacityAh > 0))
    throw new RangeError(`a capacity is above 0 Ah, got ${capacityAh}`);
  const main = trace.phases.find((p) => p.kind === 'constant');
  if (!main)
    return { known: false, why: 'No constant current yet: the cell is being woken, or too little flows.' };
  if (trace.phases.some((p) => p.kind === 'done')) return { known: false, why: 'It has ended.' };
  const end = seconds[seconds.length - 1] as number;
  const from = main.fromS + Math.min(30, 0.02 * (end - main.fromS));
  const bins = Array.from({ length: BINS }, (): number[] => []);
  const times = Array.from({ length: BINS }, (): number[] => []);
  const out = (t: number): boolean => trace.dropouts.some((d) => t >= d.fromS && t <= d.toS);
  for (let k = 0; k < seconds.length; k += 1) {
    const t = seconds[k] as number;
    if (t < from || out(t)) continue;
    const b = Math.min(BINS - 1, Math.floor(((t - from) / (end - from)) * BINS));
    bins[b]?.push(amps[k] as number);
    times[b]?.push(t - main.fromS);
  }
  const middle = (list: readonly number[]): number =>
    list.toSorted((a, b) => a - b)[Math.floor(list.length / 2)] ?? 0;
  const filled = bins.flatMap((b, k) => (b.length > 0 ? [[middle(times[k] ?? []), middle(b)] as const] : []));
  // Ampere hours until each bin, dropouts as they were.
  const portAh: number[] = [];
  let [sum, k] = [0, 1];
  while (k < seconds.length && (seconds[k] as number) < main.fromS) k += 1;
  for (const [t] of filled) {
    for (; k < seconds.length && (seconds[k] as number) <= main.fromS + t; k += 1)
      sum +=
        (((amps[k] as number) + (amps[k - 1] as number)) / 2) *
        ((seconds[k] as number) - (seconds[k - 1] as number));
    portAh.push(sum / 3600);
  }
  const taper = trace.phases.find((p) => p.kind === 'taper');
  const bending = taper ? filled.findIndex(([t]) => t >= taper.fromS - main.fromS) : -1;
  const seen: Seen = {
    times: filled.map(([t]) => t),
    amps: filled.map(([, a]) => a),
    portAh,
    constant: bending > 0 ? bending : filled.length,
    nowS: end - main.fromS,
    volts: cellVolts
      .filter((v) => v.atS >= main.fromS && v.atS <= end)
      .map((v) => ({ ...v, atS: v.atS - main.fromS })),
    restVolts,
    capacityAh,
    fromFlat: trace.phases.some((p) => p.kind === 'pre'),
  };
  if (capacityAh === null && bending <= 0) return { known: false, why: CAPACITY_TELLS };
  if (seen.times.length < 5) return { known: false, why: 'Too little was seen yet.' };
  const weighed = [...weigh(seen, false), ...weigh(seen, true)];
  const most = weighed.reduce((m, w) => Math.max(m, w.weight), -Infinity);
  const parts = weighed.map((w) => ({ ...w, weight: Math.exp(w.weight - most) }));
  const lacks =
    capacityAh === null
      ? CAPACITY_TELLS
      : seen.volts.length < 2
        ? 'The cell’s volts, now and in a quarter of an hour, tell.'
        : 'Later it can be told: its current must begin to fall.';
  if (parts.length === 0) return { known: false, why: lacks };
  const leftS = quantiles(parts.map((p) => [p.run.leftS, p.weight]));
  if (leftS.most - leftS.least > WIDEST * (seen.nowS + leftS.likely)) return { known: false, why: lacks };
  return {
    known: true,
    full: {
      leftS,
      capacityAh: quantiles(parts.map((p) => [p.guess.ah, p.weight])),
      cellVolts: quantiles(parts.map((p) => [p.run.volts, p.weight])),
    },
  };
}
