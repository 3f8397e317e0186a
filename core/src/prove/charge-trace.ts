/** What a charge goes through, as the current at the port shows it. */
export const CHARGE_PHASES = ['pre', 'constant', 'taper', 'done'] as const;
export type ChargePhaseKind = (typeof CHARGE_PHASES)[number];

export const CHARGE_PHASE_WORDS: Readonly<Record<ChargePhaseKind, string>> = {
  pre: 'waking a flat cell',
  constant: 'constant current',
  taper: 'tapering off',
  done: 'done',
};

export interface ChargePhase {
  readonly kind: ChargePhaseKind;
  readonly fromS: number;
  readonly toS: number;
  /** Middle current of it, A. */
  readonly amps: number;
}

export interface Span {
  readonly fromS: number;
  readonly toS: number;
}

export interface ChargeTrace {
  /** Empty where too little flows to be a charge. */
  readonly phases: readonly ChargePhase[];
  /** The plug cut out, and came back. */
  readonly dropouts: readonly Span[];
  /** Through the port, Ah; dropouts as they were. */
  readonly ah: number;
}

/** Under this nothing flows, A; a dropout falls to under this share of what flowed round it. */
const NOTHING_A = 0.03;
const DROP_SHARE = 0.4;
/** Samples on either side that a dropout is held against. */
const ROUND = 12;
/** What lasts longer is no cut contact but an end, s. */
const LONGEST_DROP_S = 60;
const BINS = 150;
/** A phase is as long as this many bins at least. */
const LEAST_BINS = 2;
/** What flows after the end, and how level it is, as shares of the constant current. */
const END_LEVEL = 0.2;
const FLAT = 0.006;
const STEP = 1.3;
const LONG_END_BINS = 8;
/** A taper has fallen by this share of the constant current at its end, or is none yet. */
const LEAST_FALL = 0.06;
function median(list: readonly number[]): number {
  const sorted = list.toSorted((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)] ?? 0;
}

/** Samples at which the plug cut out: far below what flowed before and after, and soon back. */
function dropMask(seconds: Float64Array, amps: Float64Array): Uint8Array {
  const n = amps.length;
  const mask = new Uint8Array(n);
  for (let i = 0; i < n; i += 1) {
    const own = amps[i] as number;
    // It falls from what was before, or goes on from a sample that did.
    if (i > 0 && !mask[i - 1] && own > 0.6 * (amps[i - 1] as number)) continue;
    const [before, after]: [number[], number[]] = [[], []];
    for (let k = Math.max(0, i - ROUND); k < i; k += 1) if (!mask[k]) before.push(amps[k] as number);
    for (let k = i + 1; k <= Math.min(n - 1, i + ROUND); k += 1) after.push(amps[k] as number);
    if (before.length === 0 || after.length === 0) continue;
    const round = Math.min(median(before), median(after));
    if (round > NOTHING_A * 2 && own < DROP_SHARE * round) mask[i] = 1;
  }
  // A run that is not soon over is no dropout.
  for (let i = 0; i < n; i += 1) {
    if (!mask[i]) continue;
    let end = i;
    while (end + 1 < n && mask[end + 1]) end += 1;
    if ((seconds[end] as number) - (seconds[i] as number) > LONGEST_DROP_S) mask.fill(0, i, end + 1);
    i = end;
  }
  return mask;
}

/** Bins of equal time with the middle current of each; one without a sample takes its neighbour's. */
function binned(seconds: Float64Array, amps: Float64Array, mask: Uint8Array): Float64Array {
  const [first, last] = [seconds[0] as number, seconds.at(-1) as number];
  const lists = Array.from({ length: BINS }, (): number[] => []);
  seconds.forEach((t, i) => {
    if (mask[i]) return;
    const b = Math.min(BINS - 1, Math.floor(((t - first) / (last - first)) * BINS));
    lists[b]?.push(amps[i] as number);
  });
  const out = new Float64Array(BINS);
  let held = median(lists.find((l) => l.length > 0) ?? [0]);
  lists.forEach((l, i) => {
    if (l.length > 0) held = median(l);
    out[i] = held;
  });
  return out;
}

/** Sums by which a level, a line or a decay is fitted to any stretch at once. */
function fits(y: Float64Array) {
  const n = y.length;
  const sums = [0, 1, 2, 3].map(() => new Float64Array(n + 1));
  const [s, sq, sx, x1] = sums as [Float64Array, Float64Array, Float64Array, Float64Array];
  for (let i = 0; i < n; i += 1) {
    const v = y[i] as number;
    s[i + 1] = (s[i] as number) + v;
    sq[i + 1] = (sq[i] as number) + v * v;
    sx[i + 1] = (sx[i] as number) + i * v;
    x1[i + 1] = (x1[i] as number) + i;
  }
  const of = (p: Float64Array, a: number, b: number): number => (p[b] as number) - (p[a] as number);
  const mean = (a: number, b: number): number => of(s, a, b) / (b - a);
  const level = (a: number, b: number): number => Math.max(0, of(sq, a, b) - of(s, a, b) ** 2 / (b - a));
  const line = (a: number, b: number): number => {
    const m = b - a;
    if (m < 3) return level(a, b);
    const mx = of(x1, a, b) / m;
    const xx = (m * (m * m - 1)) / 12;
    const xy = of(sx, a, b) - mx * of(s, a, b);
    return Math.max(0, level(a, b) - xy ** 2 / xx);
  };
  const decay = (a: number, b: number): number => {
    const m = b - a;
    let best = Infinity;
    for (const share of [0.15, 0.25, 0.4, 0.7, 1.2]) {
      const q = Math.exp(-1 / (share * m));
      let [e, ee, ey, w] = [0, 0, 0, 1];
      for (let i = a; i < b; i += 1) {
        e += w;
        ee += w * w;
        ey += w * (y[i] as number);
        w *= q;
      }
      const det = m * ee - e * e;
      const slope = det > 0 ? (m * ey - e * of(s, a, b)) / det : 0;
      // A taper falls.
      if (slope > 0) best = Math.min(best, level(a, b) - (slope * slope * det) / m);
    }
    return Math.max(0, best);
  };
  return { mean, level, line, decay };
}

/**
 * The phases of a charge by the current at the port alone: a level, a line, a decay and a level again, whichever of them there are, laid where
 * they fit best (least squares over all boundaries, each phase paid for); dropouts are taken out first.
 * @param seconds rising; @param amps of the same length. Throws RangeError on fewer than 20 samples, lengths that differ, and times that do not rise.
 */
export function chargeTrace(seconds: Float64Array, amps: Float64Array): ChargeTrace {
  const n = seconds.length;
  if (n !== amps.length) throw new RangeError(`${n} times and ${amps.length} currents`);
  if (n < 20) throw new RangeError(`a charge wants 20 samples, got ${n}`);
  for (let i = 1; i < n; i += 1)
    if (!((seconds[i] as number) > (seconds[i - 1] as number)))
      throw new RangeError(`times rise; sample ${i + 1} does not`);
  const mask = dropMask(seconds, amps);
  const dropouts: Span[] = [];
  for (let i = 0; i < n; i += 1) {
    if (!mask[i]) continue;
    const from = i;
    while (i + 1 < n && mask[i + 1]) i += 1;
    dropouts.push({ fromS: seconds[from] as number, toS: seconds[Math.min(n - 1, i + 1)] as number });
  }
  let ah = 0;
  for (let i = 1; i < n; i += 1)
    ah +=
      (((amps[i] as number) + (amps[i - 1] as number)) / 2) *
      ((seconds[i] as number) - (seconds[i - 1] as number));
  ah /= 3600;
  const y = binned(seconds, amps, mask);
  const top = y.reduce((m, v) => Math.max(m, v), 0);
  if (top < NOTHING_A) return { phases: [], dropouts, ah };
  const { mean, level, line, decay } = fits(y);
  const noise = Math.max(1e-3, median([...y].slice(1).map((v, i) => Math.abs(v - (y[i] as number)))) / 0.95);
  const price = 3 * Math.log(BINS) * noise ** 2;
  /** What is left flows at a level, it is little, and it began with a step or has gone on for long: a taper that goes on is no end. */
  const isEnd = (from: number, main: number): boolean => {
    const rest = BINS - from;
    const half = Math.max(1, Math.floor(rest / 2));
    const own = mean(from, BINS);
    const falls = mean(from, from + half) - mean(BINS - half, BINS);
    const step = mean(Math.max(0, from - 2), from) > STEP * own;
    return own < END_LEVEL * main && falls < FLAT * main + noise && (step || rest >= LONG_END_BINS);
  };
  const decays = new Map<number, number>();
  const taperCost = (a: number, b: number): number => {
    const key = a * (BINS + 1) + b;
    const known = decays.get(key) ?? decay(a, b);
    decays.set(key, known);
    return known;
  };
  let best = { cost: Infinity, cuts: [0, BINS, BINS] as [number, number, number] };
  for (let pre = 0; pre < BINS - LEAST_BINS; pre += pre === 0 ? LEAST_BINS : 1)
    for (let cc = pre + LEAST_BINS; cc <= BINS; cc += 1) {
      const main = mean(pre, cc);
      if (pre > 0 && mean(0, pre) > 0.6 * main) continue;
      const begun = (pre > 0 ? level(0, pre) + price : 0) + line(pre, cc) + price;
      if (begun >= best.cost) continue;
      for (let taper = cc; taper <= BINS; taper += taper === cc ? LEAST_BINS : 1) {
        const rest = BINS - taper;
        if (taper > cc && mean(Math.max(cc, taper - 2), taper) > main * (1 - LEAST_FALL) - 3 * noise)
          continue;
        if (rest > 0 && (rest < LEAST_BINS || !isEnd(taper, main))) continue;
        const cost =
          begun +
          (taper > cc ? taperCost(cc, taper) + price : 0) +
          (rest > 0 ? level(taper, BINS) + price : 0);
        if (cost < best.cost) best = { cost, cuts: [pre, cc, taper] };
      }
    }
  const [first, last] = [seconds[0] as number, seconds.at(-1) as number];
  const at = (bin: number): number => first + ((last - first) * bin) / BINS;
  const [pre, cc, taper] = best.cuts;
  const phases = (
    [
      ['pre', 0, pre],
      ['constant', pre, cc],
      ['taper', cc, taper],
      ['done', taper, BINS],
    ] as const
  ).flatMap(([kind, a, b]): ChargePhase[] =>
    b > a ? [{ kind, fromS: at(a), toS: at(b), amps: median([...y].slice(a, b)) }] : [],
  );
  return { phases, dropouts, ah };
}
