import type { MeterMode, MeterShown } from '../quantity/meter-entry';
import type { Circuit } from './netlist';
import { endsOf } from './netlist';
import type { DcSolver } from './solver';
import { dcSolver, oneCircuit, solveDc } from './solver';

/** How a hand meter asks. Figures of a usual one (common practice); every one may be another. */
export interface Meter {
  /** Beeps below this, ohms. */
  readonly beepOhms: number;
  readonly beepAmps: number;
  /** Full scale of each ohms range, ohms, lowest first; the test current brings full scale to `ohmsFullVolts`. */
  readonly ohmsRanges: readonly number[];
  readonly ohmsFullVolts: number;
  readonly diodeAmps: number;
  /** Over this the diode test shows OL, V. */
  readonly diodeLimitVolts: number;
  /** What the meter loads the circuit with, ohms. */
  readonly inputOhms: number;
  /** Leads and two contacts, ohms; 0 for a meter that was zeroed with its tips together. */
  readonly leadOhms: number;
  /** A figure that still climbs after this many seconds is seen to climb. */
  readonly patienceSeconds: number;
}

export const USUAL_METER: Meter = {
  beepOhms: 40,
  beepAmps: 5e-4,
  ohmsRanges: [600, 6e3, 6e4, 6e5, 6e6, 6e7],
  ohmsFullVolts: 0.5,
  diodeAmps: 1e-3,
  diodeLimitVolts: 3,
  inputOhms: 1e7,
  leadOhms: 0.15,
  patienceSeconds: 0.7,
};

/** A circuit ready to be probed. */
export interface Bench {
  readonly solver: DcSolver;
  readonly capacitors: readonly { readonly a: string; readonly b: string; readonly farads: number }[];
}

/** @param points nodes that a probe may touch though no part stands on them */
export function benchOf(circuit: Circuit, points: readonly string[] = []): Bench {
  return {
    solver: dcSolver(circuit, points),
    capacitors: circuit.flatMap((p) => {
      const [a, b] = endsOf(p);
      return p.kind === 'capacitor' ? [{ a, b, farads: p.farads }] : [];
    }),
  };
}

interface Pushed {
  readonly volts: number;
  /** Seconds until the capacitors between the tips hold the final voltage, roughly. */
  readonly seconds: number;
}

/** Pushes a current from red to black; `null` when none can flow or the voltages do not settle. */
function push({ solver, capacitors }: Bench, red: string, black: string, amps: number): Pushed | null {
  const answer = solveDc(solver, { into: red, outOf: black, amps, siemens: 0 });
  if (!answer.ok) return null;
  const at = (name: string): number => answer.volts[solver.nodes.get(name) ?? 0] ?? 0;
  const volts = at(red) - at(black);
  // Charge that has to flow: each capacitor counts by the square of its share of the voltage between the tips.
  const farads = capacitors.reduce((sum, c) => sum + c.farads * ((at(c.a) - at(c.b)) / volts) ** 2, 0);
  return { volts, seconds: volts === 0 ? 0 : (farads * Math.abs(volts)) / amps };
}

/** Farads that stand directly across the tips, or across the two pieces of circuit they are on. */
function acrossFarads({ solver, capacitors }: Bench, red: string, black: string): number {
  const same = (a: string, b: string): boolean => a === b || oneCircuit(solver, a, b);
  return capacitors
    .filter((c) => (same(c.a, red) && same(c.b, black)) || (same(c.a, black) && same(c.b, red)))
    .reduce((sum, c) => sum + c.farads, 0);
}

const OVER: MeterShown = { shown: 'over', value: null };
const CLIMBS: MeterShown = { shown: 'climbs', value: null };

function figure(value: number): MeterShown {
  return { shown: 'value', value: Number(value.toPrecision(4)) };
}

/** What 1 mA, or what the range gives, leads to when nothing conducts: OL, or a figure that climbs while a capacitor fills. */
function blocked(
  bench: Bench,
  meter: Meter,
  red: string,
  black: string,
  amps: number,
  limitVolts: number,
): MeterShown {
  const seconds = (acrossFarads(bench, red, black) * limitVolts) / amps;
  return seconds > meter.patienceSeconds ? CLIMBS : OVER;
}

function ohms(bench: Bench, meter: Meter, red: string, black: string): MeterShown {
  const [last] = meter.ohmsRanges.slice(-1);
  const idle = meter.ohmsFullVolts / (last ?? 1);
  if (!oneCircuit(bench.solver, red, black))
    return blocked(bench, meter, red, black, idle * 100, meter.ohmsFullVolts);
  let least = 0;
  for (const range of meter.ohmsRanges) {
    // Less current never reads fewer ohms here, so ranges under a figure seen already are passed over.
    if (range < least) continue;
    const amps = meter.ohmsFullVolts / range;
    const pushed = push(bench, red, black, amps);
    if (!pushed) continue;
    const seen = Math.abs(pushed.volts) / amps;
    least = seen;
    if (seen > range) continue;
    return pushed.seconds > meter.patienceSeconds ? CLIMBS : figure(seen + meter.leadOhms);
  }
  return blocked(bench, meter, red, black, idle * 100, meter.ohmsFullVolts);
}

function diode(bench: Bench, meter: Meter, red: string, black: string): MeterShown {
  const { diodeAmps: amps, diodeLimitVolts: limit } = meter;
  const none = (): MeterShown => blocked(bench, meter, red, black, amps, limit);
  if (!oneCircuit(bench.solver, red, black)) return none();
  const pushed = push(bench, red, black, amps);
  if (!pushed) return none();
  const volts = pushed.volts + amps * meter.leadOhms;
  if (pushed.seconds > meter.patienceSeconds && volts > limit) return CLIMBS;
  return volts > limit ? OVER : { shown: 'value', value: Number(volts.toFixed(3)) };
}

function continuity(bench: Bench, meter: Meter, red: string, black: string): MeterShown {
  const silent: MeterShown = { shown: 'open', value: null };
  if (!oneCircuit(bench.solver, red, black)) return silent;
  const pushed = push(bench, red, black, meter.beepAmps);
  if (!pushed) return silent;
  return Math.abs(pushed.volts) / meter.beepAmps + meter.leadOhms < meter.beepOhms
    ? { shown: 'beep', value: null }
    : silent;
}

function volts({ solver }: Bench, meter: Meter, red: string, black: string): MeterShown {
  const joined = oneCircuit(solver, red, black);
  const answer = solveDc(
    solver,
    joined ? { into: red, outOf: black, amps: 0, siemens: 1 / meter.inputOhms } : null,
  );
  if (!answer.ok || !joined) return figure(0);
  const at = (name: string): number => answer.volts[solver.nodes.get(name) ?? 0] ?? 0;
  return figure(Number((at(red) - at(black)).toFixed(4)));
}

/**
 * What a meter shows between two nodes of a circuit, red on the first. Which lead is where matters wherever a junction is met.
 * A large capacitor reads `climbs`. The eye (`seen`) is no meter: RangeError, as for a node the bench does not know.
 */
export function readMeter(
  bench: Bench,
  red: string,
  black: string,
  mode: MeterMode,
  meter: Meter = USUAL_METER,
): MeterShown {
  for (const name of [red, black])
    if (!bench.solver.nodes.has(name)) throw new RangeError(`the circuit has no node ${name}`);
  if (mode === 'seen') throw new RangeError('a meter has no eye');
  if (red === black) {
    if (mode === 'continuity') return { shown: 'beep', value: null };
    return figure(mode === 'ohms' ? meter.leadOhms : 0);
  }
  if (mode === 'continuity') return continuity(bench, meter, red, black);
  if (mode === 'ohms') return ohms(bench, meter, red, black);
  return mode === 'diode' ? diode(bench, meter, red, black) : volts(bench, meter, red, black);
}
