/** A reading at the cell while it charges. */
export interface CellVolts {
  /** By the clock of the log, s. */
  readonly atS: number;
  readonly volts: number;
}

/** Open-circuit volts of a lithium cell over its charge: cells of mixed metals, and pouches of cobalt (tables in common use among hobbyists, from memory). */
const OPEN_V: readonly (readonly [charge: number, mixed: number, cobalt: number])[] = [
  [0, 3.0, 3.1],
  [0.05, 3.42, 3.6],
  [0.1, 3.52, 3.69],
  [0.2, 3.6, 3.73],
  [0.3, 3.64, 3.77],
  [0.4, 3.68, 3.8],
  [0.5, 3.73, 3.84],
  [0.6, 3.81, 3.87],
  [0.7, 3.9, 3.95],
  [0.8, 3.99, 4.02],
  [0.9, 4.08, 4.1],
  [1, 4.19, 4.19],
];
const FULL_V = 4.2;
/** What the port takes beside the cell, A (common practice). */
const IDLE_A = 0.012;
/** What the model is off by at the port, as a share; errors of one charge go together, so that all bins count as so many. */
const PORT_SHARE = 0.008;
const PORT_COUNTS = 8;
/** What a reading at the cell and the curve are off by, V. */
const CELL_V = 0.015;
/** A share of a cell’s resistance comes late, with this time, s (common practice). */
const SLOW_SHARE = 0.3;
const SLOW_S = 150;
/** Chargers run a cell at these rates (common practice). */
const RATES = [0.1, 1.3] as const;

/** One way in which it could be. */
export interface Guess {
  readonly switching: boolean;
  readonly ah: number;
  /** Charge at the beginning of the constant current, 0 to 1. */
  readonly begun: number;
  readonly ohms: number;
  readonly efficiency: number;
  /** Which curve of open-circuit volts it has, between the two. */
  readonly cobalt: number;
  /** Share of the constant current at which it ends. */
  readonly end: number;
}

const FINE = 1000;
const CURVES = [1, 2].map((column) =>
  Float64Array.from({ length: FINE + 1 }, (_, i) => {
    const q = i / FINE;
    const k = Math.max(
      1,
      OPEN_V.findIndex(([at]) => at >= q),
    );
    const [a, b] = [OPEN_V[k - 1], OPEN_V[k]] as [readonly number[], readonly number[]];
    const [x, y] = [a[column] as number, b[column] as number];
    return x + ((y - x) * (q - (a[0] as number))) / ((b[0] as number) - (a[0] as number));
  }),
);
const [MIXED, COBALT] = CURVES as [Float64Array, Float64Array];
/** @param cobalt from 0, mixed metals, to 1 */
function openVolts(q: number, cobalt: number): number {
  const at = Math.round((q < 0 ? 0 : q > 1 ? 1 : q) * FINE);
  return (MIXED[at] as number) * (1 - cobalt) + (COBALT[at] as number) * cobalt;
}

/** What the log shows from the beginning of the constant current: binned, with dropouts left out. */
export interface Seen {
  /** Middle of each bin, s; current at the port, A; ampere hours at the port until then. */
  readonly times: readonly number[];
  readonly amps: readonly number[];
  readonly portAh: readonly number[];
  /** Bins before this are of the constant current. */
  readonly constant: number;
  readonly nowS: number;
  readonly volts: readonly CellVolts[];
  readonly restVolts: number | null;
  readonly capacityAh: number | null;
  readonly fromFlat: boolean;
}

export interface Run {
  readonly misfit: number;
  readonly leftS: number;
  readonly volts: number;
}

const NONE: Run = { misfit: Infinity, leftS: 0, volts: 0 };
/** Steps of the time in which the current falls. */
const TAPER_STEPS = 60;

/** How well a guess fits what was seen, and when the charge ends by it. */
export function runGuess(g: Guess, seen: Seen): Run {
  const { times, amps, portAh, constant } = seen;
  const n = times.length;
  const gain = g.switching ? 5 * g.efficiency : 0;
  /** Cell current of a current at the port while the cell is at some volts. */
  const cellOf = (port: number, volts: number): number =>
    Math.max(0, port - IDLE_A) * (g.switching ? gain / volts : 1);
  // The constant current, from what the port took at its beginning.
  const v0 = openVolts(g.begun, g.cobalt);
  let main = cellOf(amps[0] as number, v0);
  main = cellOf(amps[0] as number, v0 + main * g.ohms);
  if (main / g.ah < RATES[0] || main / g.ah > RATES[1]) return NONE;
  let misfit = 0;
  let [q, lastAh, volts] = [g.begun, 0, v0 + main * g.ohms];
  let read = 0;
  const weight = PORT_COUNTS / n;
  for (let k = 0; k < n; k += 1) {
    const port = amps[k] as number;
    q +=
      (((portAh[k] as number) - lastAh - (IDLE_A * ((times[k] as number) - (times[k - 1] ?? 0))) / 3600) *
        (g.switching ? gain / volts : 1)) /
      g.ah;
    lastAh = portAh[k] as number;
    const open = openVolts(q, g.cobalt);
    if (k < constant) {
      volts = open + main * g.ohms;
      const want = IDLE_A + (g.switching ? (main * volts) / gain : main);
      misfit += weight * ((port - want) / (PORT_SHARE * want)) ** 2;
      if (volts > FULL_V + 0.02) misfit += weight * ((volts - FULL_V) / 0.02) ** 2;
    } else {
      // The charger holds the volts: what flows says how far the cell is.
      const cell = cellOf(port, FULL_V);
      volts = FULL_V;
      misfit += weight * ((open + cell * g.ohms - FULL_V) / CELL_V) ** 2;
    }
    while (read < seen.volts.length && (seen.volts[read] as CellVolts).atS <= (times[k + 1] ?? Infinity)) {
      const { atS, volts: shown } = seen.volts[read] as CellVolts;
      // A cell takes some minutes until its volts show all of its resistance.
      const slow = SLOW_SHARE * Math.exp(-atS / SLOW_S) * main * g.ohms;
      misfit += ((shown - volts + slow) / CELL_V) ** 2;
      read += 1;
    }
  }
  if (seen.restVolts !== null && !seen.fromFlat) misfit += ((seen.restVolts - v0) / CELL_V) ** 2;
  if (q > 1.02) misfit += ((q - 1) / 0.02) ** 2;
  // On from here: level until the volts are full, then by what is left between the cell and the charger.
  let leftS = 0;
  if (constant === n) {
    let to = q;
    while (to < 1.1 && openVolts(to, g.cobalt) + main * g.ohms < FULL_V) to += 0.002;
    leftS += ((to - q) * g.ah * 3600) / main;
    q = to;
  }
  let cell = constant === n ? main : cellOf(amps[n - 1] as number, FULL_V);
  const stop = main * g.end;
  const factor = (stop / Math.max(stop, cell)) ** (1 / TAPER_STEPS);
  // Each step the current falls by the same share: how much charge that takes follows from the curve’s slope near full.
  for (let k = 0; k < TAPER_STEPS && cell > stop; k += 1) {
    const slope = Math.max(0.35, (openVolts(q + 0.01, g.cobalt) - openVolts(q - 0.01, g.cobalt)) / 0.02);
    const dq = ((1 - factor) * cell * g.ohms) / slope;
    leftS += (dq * g.ah * 3600) / (cell * (1 + factor) * 0.5);
    q += dq;
    cell *= factor;
  }
  return { misfit, leftS, volts };
}
