import { awgDiameter } from '../material/wire-gauge';

/** What a typed figure stands for; it decides which units and which letters in place of a point are understood. */
export type BenchKind =
  | 'resistance'
  | 'voltage'
  | 'current'
  | 'capacitance'
  | 'length'
  | 'wire'
  | 'temperature'
  | 'duration'
  | 'seconds'
  | 'charge';

export interface BenchUnit {
  /** Spellings, case as written unless `anyCase`. */
  readonly symbols: readonly string[];
  /** From the number in this unit to the base unit of the kind. */
  readonly toBase: (value: number) => number;
}

export interface BenchGrammar {
  /** Name of the base unit, for messages and printing. */
  readonly base: string;
  readonly units: readonly BenchUnit[];
  /** RKM code (IEC 60062, from memory): letters that stand for the decimal point, as in 4k7 or 0R22, and the factor each carries. */
  readonly rkm: Readonly<Record<string, number>>;
  /** A few right spellings, for the error message. */
  readonly examples: string;
  /** The smallest and largest value accepted, in the base unit. */
  readonly range: readonly [number, number];
}

const times =
  (factor: number) =>
  (value: number): number =>
    value * factor;

const OHM = ['Ω', 'Ω', 'ohm', 'ohms', 'R', 'r'];
const prefixed = (prefix: readonly string[], stems: readonly string[]): string[] =>
  prefix.flatMap((p) => stems.map((s) => p + s));

/** Units understood at the bench. Base units: ohm, volt, ampere, farad, millimetre, wire diameter in millimetres, degree Celsius, second, ampere hour. */
export const GRAMMARS: Readonly<Record<BenchKind, BenchGrammar>> = {
  resistance: {
    base: 'Ω',
    units: [
      { symbols: ['', ...OHM], toBase: times(1) },
      { symbols: ['m', ...prefixed(['m'], OHM)], toBase: times(1e-3) },
      { symbols: ['k', 'K', ...prefixed(['k', 'K'], OHM)], toBase: times(1e3) },
      { symbols: ['M', 'Meg', 'meg', ...prefixed(['M'], OHM)], toBase: times(1e6) },
    ],
    rkm: { R: 1, r: 1, k: 1e3, K: 1e3, M: 1e6, m: 1e-3 },
    examples: '22R, 4k7, 0.3, 1M',
    range: [0, 1e10],
  },
  voltage: {
    base: 'V',
    units: [
      { symbols: ['', 'V', 'v'], toBase: times(1) },
      { symbols: ['mV', 'mv', 'm'], toBase: times(1e-3) },
    ],
    rkm: { V: 1, v: 1 },
    examples: '5.02, 0.58V, 3V3, 580mV',
    range: [-1000, 1000],
  },
  current: {
    base: 'A',
    units: [
      { symbols: ['', 'A', 'a'], toBase: times(1) },
      { symbols: ['mA', 'ma', 'm'], toBase: times(1e-3) },
      { symbols: ['uA', 'µA', 'μA', 'u', 'µ', 'μ'], toBase: times(1e-6) },
    ],
    rkm: { A: 1 },
    examples: '0.45, 450mA, 1A5',
    range: [-100, 100],
  },
  capacitance: {
    base: 'F',
    units: [
      { symbols: ['F'], toBase: times(1) },
      { symbols: ['', 'uF', 'µF', 'μF', 'u', 'µ', 'μ'], toBase: times(1e-6) },
      { symbols: ['nF', 'n'], toBase: times(1e-9) },
      { symbols: ['pF', 'p'], toBase: times(1e-12) },
    ],
    rkm: { u: 1e-6, µ: 1e-6, n: 1e-9, p: 1e-12 },
    examples: '10u, 100nF, 4u7',
    range: [0, 100],
  },
  length: {
    base: 'mm',
    units: [
      { symbols: ['', 'mm'], toBase: times(1) },
      { symbols: ['cm'], toBase: times(10) },
      { symbols: ['mil', 'mils', 'thou'], toBase: times(0.0254) },
      { symbols: ['in', 'inch', '"'], toBase: times(25.4) },
      { symbols: ['um', 'µm', 'μm'], toBase: times(1e-3) },
    ],
    rkm: {},
    examples: '0.65mm, 26mil, 0.5',
    range: [0, 10_000],
  },
  wire: {
    base: 'mm',
    units: [
      { symbols: ['', 'mm'], toBase: times(1) },
      {
        symbols: ['AWG', 'awg', 'Awg', 'ga'],
        toBase: (n) => (n >= -3 && n <= 60 ? awgDiameter(n) : Number.NaN),
      },
      { symbols: ['mil', 'mils'], toBase: times(0.0254) },
    ],
    rkm: {},
    examples: '0.1mm, 32AWG, 4mil',
    range: [0.005, 12],
  },
  temperature: {
    base: '°C',
    units: [
      { symbols: ['', 'C', 'c', '°C', '°c'], toBase: times(1) },
      { symbols: ['F', 'f', '°F', '°f'], toBase: (f) => ((f - 32) * 5) / 9 },
    ],
    rkm: {},
    examples: '370C, 700F',
    range: [-60, 600],
  },
  duration: {
    base: 's',
    units: [
      { symbols: ['s', 'sec', 'secs'], toBase: times(1) },
      { symbols: ['', 'min', 'm', 'mins'], toBase: times(60) },
      { symbols: ['h', 'hr', 'hrs', 'hour', 'hours'], toBase: times(3600) },
      { symbols: ['d', 'day', 'days'], toBase: times(86_400) },
    ],
    rkm: { h: 3600 },
    examples: '10min, 45s, 2h',
    range: [0, 4e8],
  },
  // Printed on a cell: a bare number over 20 is milliampere hours, since no cell of a small device holds more ampere hours.
  charge: {
    base: 'Ah',
    units: [
      { symbols: [''], toBase: (n) => (n > 20 ? n / 1000 : n) },
      { symbols: ['mAh', 'mah', 'MAH'], toBase: (n) => n / 1000 },
      { symbols: ['Ah', 'ah', 'AH'], toBase: times(1) },
    ],
    rkm: {},
    examples: '1200mAh, 1.2Ah, 1200',
    range: [0.005, 200],
  },
  // What a hand counts at the bench: a bare number is seconds.
  seconds: {
    base: 's',
    units: [
      { symbols: ['', 's', 'sec', 'secs'], toBase: times(1) },
      { symbols: ['min', 'm', 'mins'], toBase: times(60) },
    ],
    rkm: {},
    examples: '4, 12s, 1min',
    range: [0.1, 600],
  },
};
