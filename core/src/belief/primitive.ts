import { BEEP_AT_MOST_OHMS, SILENT_AT_LEAST_OHMS } from '../board/reading-meaning';
import type { TraceMode } from './outcome-class';
import { CLASS_COUNT, DIODE_EDGES, OHMS_EDGES } from './outcome-class';

/** The few ways in which two points can hang together, as a meter meets them. */
export type Primitive =
  | { readonly way: 'wire' }
  /** Log-normal: the middle, and its spread in nepers. */
  | { readonly way: 'ohms'; readonly middle: number; readonly spread: number }
  /** A junction, its anode at the first point; the leak is what ohms see. */
  | { readonly way: 'junction'; readonly volts: number; readonly spread: number; readonly leak: number }
  /** The same, anode at the second point. */
  | { readonly way: 'junction back'; readonly volts: number; readonly spread: number; readonly leak: number }
  | { readonly way: 'climbs' }
  | { readonly way: 'apart' };

/** Chance of each class of an outcome, one array a mode. */
export type OutcomeChances = Readonly<Record<TraceMode, Float64Array>>;

/** Test current of a meter's diode mode, A (common practice). */
const DIODE_AMPS = 1e-3;
/** How far an eye gets from the torn pad to where its track goes (a judgement). */
export const SEEN_WHEN_JOINED = 0.3;
export const SEEN_WHEN_APART = 0.01;

/** Normal distribution function by the error function of Abramowitz and Stegun 7.1.26 (from memory), to 1e-7. */
export function normalBelow(x: number): number {
  const t = 1 / (1 + 0.3275911 * (Math.abs(x) / Math.SQRT2));
  const erf =
    1 -
    t *
      (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429)))) *
      Math.exp((-x * x) / 2);
  return x >= 0 ? (1 + erf) / 2 : (1 - erf) / 2;
}

/** Mass of a distribution in each class, what lies over the last edge counted as over; `climbs` gets nothing. */
function masses(edges: readonly number[], below: (edge: number) => number): Float64Array {
  const out = new Float64Array(edges.length + 2);
  let last = 0;
  edges.forEach((edge, i) => {
    const b = below(edge);
    out[i] = b - last;
    last = b;
  });
  out[edges.length + 1] = 1 - last;
  return out;
}

const one = (mode: TraceMode, at: number, p = 0.97): Float64Array => {
  const n = CLASS_COUNT[mode];
  return Float64Array.from({ length: n }, (_, i) => (i === at ? p : (1 - p) / (n - 1)));
};
const blend = (parts: readonly (readonly [number, Float64Array])[]): Float64Array => {
  const out = new Float64Array(parts[0]?.[1].length ?? 0);
  for (const [weight, p] of parts) p.forEach((x, i) => void (out[i] = (out[i] ?? 0) + weight * x));
  return out;
};

const beeps = (p: number): Float64Array => Float64Array.of(p, 1 - p);
const OHMS_OVER = OHMS_EDGES.length + 1;
const OHMS_CLIMB = OHMS_EDGES.length;
const DIODE_OVER = DIODE_EDGES.length + 1;
const DIODE_CLIMB = DIODE_EDGES.length;
const lognormal = (middle: number, spread: number) => (edge: number) =>
  normalBelow((Math.log(edge) - Math.log(middle)) / spread);
/** Middle of the band in which meters stop beeping, ohms, and its half width in nepers. */
const BEEP_MIDDLE = Math.sqrt(BEEP_AT_MOST_OHMS * SILENT_AT_LEAST_OHMS);
const BEEP_SPREAD = 0.13;

function throughOhms(middle: number, spread: number): OutcomeChances {
  const beep = lognormal(middle, Math.hypot(spread, BEEP_SPREAD))(BEEP_MIDDLE);
  return {
    continuity: beeps(beep),
    ohms: masses(OHMS_EDGES, lognormal(middle, spread)),
    diode: masses(DIODE_EDGES, lognormal(middle * DIODE_AMPS, spread)),
    seen: beeps(SEEN_WHEN_APART),
  };
}

function junction(volts: number, spread: number, leak: number, forward: boolean): OutcomeChances {
  const leaks = masses(OHMS_EDGES, lognormal(leak, 1.6));
  const drop = masses(DIODE_EDGES, (edge) => normalBelow((edge - volts) / spread));
  const blocked = blend([
    [0.72, one('diode', DIODE_OVER)],
    [0.28, masses(DIODE_EDGES, lognormal(1.4, 0.7))],
  ]);
  return {
    continuity: beeps(0.003),
    ohms: blend([
      [0.86, leaks],
      [0.12, one('ohms', OHMS_OVER)],
      // So few tenths of a volt open no clamp to a rail that would fill: it seldom climbs.
      [0.02, one('ohms', OHMS_CLIMB)],
    ]),
    diode: forward
      ? blend([
          [0.94, drop],
          [0.06, blocked],
        ])
      : blocked,
    seen: beeps(SEEN_WHEN_APART),
  };
}

/** What each mode shows, red on the first point. */
export function primitiveChances(p: Primitive): OutcomeChances {
  switch (p.way) {
    case 'wire':
      return {
        continuity: beeps(0.985),
        ohms: masses(OHMS_EDGES, lognormal(0.17, 0.33)),
        diode: one('diode', 0, 0.98),
        seen: beeps(SEEN_WHEN_JOINED),
      };
    case 'ohms':
      return throughOhms(p.middle, p.spread);
    case 'junction':
      return junction(p.volts, p.spread, p.leak, true);
    case 'junction back':
      return junction(p.volts, p.spread, p.leak, false);
    case 'climbs':
      return {
        continuity: beeps(0.004),
        ohms: blend([
          [0.8, one('ohms', OHMS_CLIMB)],
          [0.2, masses(OHMS_EDGES, lognormal(2e5, 1.5))],
        ]),
        diode: blend([
          [0.2, one('diode', DIODE_CLIMB)],
          [0.25, one('diode', DIODE_OVER)],
          [0.55, masses(DIODE_EDGES, (e) => normalBelow((e - 0.58) / 0.12))],
        ]),
        seen: beeps(SEEN_WHEN_APART),
      };
    case 'apart':
      return {
        continuity: beeps(0.002),
        ohms: one('ohms', OHMS_OVER, 0.96),
        diode: one('diode', DIODE_OVER, 0.96),
        seen: beeps(SEEN_WHEN_APART),
      };
  }
}

/** The chances of a mixture; weights need not sum to 1. */
export function mixtureChances(mixture: readonly (readonly [number, Primitive])[]): OutcomeChances {
  const total = mixture.reduce((sum, [w]) => sum + w, 0);
  const parts = mixture.map(([w, p]) => [w / total, primitiveChances(p)] as const);
  const of = (mode: TraceMode): Float64Array => blend(parts.map(([w, c]) => [w, c[mode]] as const));
  return { continuity: of('continuity'), ohms: of('ohms'), diode: of('diode'), seen: of('seen') };
}
