import type { ChargeColumns } from './charge-csv';
import { guessColumns, readTime } from './charge-csv';

/** One sample of a power meter between supply and device. */
export interface PowerSample {
  /** By the meter's own clock, s; `null` where it sends none. */
  readonly seconds: number | null;
  readonly amps: number;
  /** V; `null` where it sends none. */
  readonly volts: number | null;
}

export type PowerLine =
  | { readonly kind: 'sample'; readonly sample: PowerSample }
  /** A head line, a remark, an empty line. */
  | { readonly kind: 'aside' }
  /** Figures without names: which is which has to be asked. */
  | { readonly kind: 'columns'; readonly names: readonly string[] }
  | { readonly kind: 'fault'; readonly message: string };

/** Longer lines are no samples. */
const LONGEST = 200;
const NUMBER = /^[-+]?\d+(?:[.,]\d+)?(?:e[-+]?\d+)?$/iu;
const UNITS: Readonly<Record<string, readonly ['volts' | 'amps', number]>> = {
  V: ['volts', 1],
  mV: ['volts', 1000],
  A: ['amps', 1],
  mA: ['amps', 1000],
};

/** Volts and amperes that carry their units: `5.06 V 0.46 A`, `V=5060mV;I=460mA`; `null` where a current is not among them. */
function byUnits(line: string): PowerSample | null {
  const found: { volts?: number; amps?: number } = {};
  for (const [, digits = '', unit = ''] of line.matchAll(/([-+]?\d+(?:[.,]\d+)?)\s*(m?[VA])(?![A-Za-z])/gu)) {
    const [what, parts] = UNITS[unit] ?? ['volts', 1];
    found[what] ??= Number(digits.replace(',', '.')) / parts;
  }
  if (found.amps === undefined) return null;
  return { seconds: null, amps: Math.abs(found.amps), volts: found.volts ?? null };
}

/**
 * Reads the lines of a power meter, one sample a line: figures with their units, or columns whose head line was sent, or columns that were told. Bare
 * figures of which nobody said what they are give `columns`, never a guess.
 * @param told which column is what; from then on heads are passed over
 */
export function powerLineReader(told: ChargeColumns | null = null): (line: string) => PowerLine {
  let columns = told;
  return (raw) => {
    const line = raw.trim();
    if (line === '' || line.startsWith('#')) return { kind: 'aside' };
    if (line.length > LONGEST) return { kind: 'fault', message: 'a line is too long to be a sample' };
    const units = byUnits(line);
    if (units) return { kind: 'sample', sample: units };
    // Where semicolons or tabs part them, a comma is that of a decimal.
    const cells = line.split(/[;\t]/u.test(line) ? /[;\t]/u : ',').map((c) => c.trim());
    const figures = cells.filter((c) => NUMBER.test(c)).length;
    if (figures === 0) {
      columns ??= guessColumns(cells, false);
      return { kind: 'aside' };
    }
    if (!columns)
      return figures === cells.length
        ? { kind: 'columns', names: cells.map((c, i) => `column ${i + 1}, now ${c}`) }
        : { kind: 'fault', message: `no sample: ${line.slice(0, 40)}` };
    const of = (at: number): number => Number((cells[at] ?? '').replace(',', '.') || 'NaN');
    const amps = of(columns.amps) * (columns.milliamps ? 1e-3 : 1);
    if (!Number.isFinite(amps)) return { kind: 'fault', message: `no current: ${line.slice(0, 40)}` };
    const seconds = columns.time >= 0 ? readTime(cells[columns.time] ?? '') : NaN;
    const volts = columns.volts >= 0 ? of(columns.volts) * (columns.millivolts ? 1e-3 : 1) : NaN;
    return {
      kind: 'sample',
      sample: {
        seconds: Number.isFinite(seconds) ? seconds : null,
        amps: Math.abs(amps),
        volts: Number.isFinite(volts) ? volts : null,
      },
    };
  };
}
