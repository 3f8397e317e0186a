import Papa from 'papaparse';

/** What a power meter logged. */
export interface ChargeLog {
  /** Since the first sample, s. */
  readonly seconds: Float64Array;
  readonly amps: Float64Array;
  /** V; `null` where the log has none. */
  readonly volts: Float64Array | null;
}

/** Which column is what, by its place from 0; `volts` -1 where there is none, and `time` where lines are timed as they come. */
export interface ChargeColumns {
  readonly time: number;
  readonly amps: number;
  readonly volts: number;
  /** Currents are in mA. */
  readonly milliamps: boolean;
  /** Volts are in mV. */
  readonly millivolts: boolean;
}

export type ChargeCsvVerdict =
  | { readonly ok: true; readonly log: ChargeLog; readonly columns: ChargeColumns }
  /** The columns have to be asked for: their names, and the first rows. */
  | {
      readonly ok: false;
      readonly code: 'columns';
      readonly names: readonly string[];
      readonly sample: readonly (readonly string[])[];
      readonly message: string;
    }
  | { readonly ok: false; readonly code: 'line'; readonly line: number; readonly message: string };

const MOST_ROWS = 3_000_000;

/** Seconds of `12.5`, `01:02:03.5`, or a date with its time; NaN for none of them. */
export function readTime(text: string): number {
  const t = text.trim();
  if (/^-?\d+(?:[.,]\d+)?$/u.test(t)) return Number(t.replace(',', '.'));
  const clock = /^(?:(\d+):)?(\d{1,2}):(\d{1,2}(?:[.,]\d+)?)$/u.exec(t);
  if (clock)
    return Number(clock[1] ?? 0) * 3600 + Number(clock[2]) * 60 + Number((clock[3] ?? '0').replace(',', '.'));
  const date = Date.parse(t.includes('T') ? t : t.replace(' ', 'T'));
  return Number.isNaN(date) ? NaN : date / 1000;
}

const figure = (text: string | undefined): number => {
  const t = (text ?? '')
    .trim()
    .replace(',', '.')
    .replace(/\s*(?:m?[AV])$/u, '');
  return t === '' ? NaN : Number(t);
};

/**
 * Which columns they are by their names; `null` where that is not sure.
 * @param timed one of them must be the time
 */
export function guessColumns(names: readonly string[], timed = true): ChargeColumns | null {
  const find = (pattern: RegExp): number[] => names.flatMap((n, i) => (pattern.test(n.trim()) ? [i] : []));
  const time = find(/^(?:time|t|seconds?|sec|s|date|timestamp|elapsed)\b|time/iu);
  const amps = find(/current|\bamp(?:s|ere)?\b|^i\b|\(m?a\)|^m?a$/iu);
  const volts = find(/volt|^u\b|^v\b|\(m?v\)|^vbus/iu);
  const [t, a] = [time[0], amps[0]];
  if ((t === undefined && timed) || a === undefined || amps.length > 1 || t === a) return null;
  const milli = (at: number): boolean => /\bm[av]\b|\(m[av]\)|milli/iu.test(names[at] ?? '');
  const v = volts[0] ?? -1;
  return { time: t ?? -1, amps: a, volts: v, milliamps: milli(a), millivolts: milli(v) };
}

/**
 * Reads the log of a power meter: a head line, then a row a sample, parted by commas, semicolons or tabs. Columns are known by their names, else asked for.
 * Refused whole, with the line at fault.
 */
export function readChargeCsv(text: string, told: ChargeColumns | null = null): ChargeCsvVerdict {
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/u, ''), { skipEmptyLines: true });
  const [head = [], ...rows] = data;
  if (rows.length < 20)
    return { ok: false, code: 'line', line: rows.length + 1, message: 'a charge wants 20 samples or more' };
  if (rows.length > MOST_ROWS)
    return { ok: false, code: 'line', line: MOST_ROWS, message: 'the log is too long' };
  const columns = told ?? guessColumns(head);
  if (!columns)
    return {
      ok: false,
      code: 'columns',
      names: head,
      sample: rows.slice(0, 3),
      message: 'which column is the time, and which the current?',
    };
  const n = rows.length;
  const [seconds, amps] = [new Float64Array(n), new Float64Array(n)];
  const volts = columns.volts >= 0 ? new Float64Array(n) : null;
  let first = 0;
  for (const [i, row] of rows.entries()) {
    const line = i + 2;
    const t = readTime(row[columns.time] ?? '');
    const a = figure(row[columns.amps]) * (columns.milliamps ? 1e-3 : 1);
    if (Number.isNaN(t))
      return { ok: false, code: 'line', line, message: `no time: ${(row[columns.time] ?? '').slice(0, 30)}` };
    if (!Number.isFinite(a))
      return {
        ok: false,
        code: 'line',
        line,
        message: `no current: ${(row[columns.amps] ?? '').slice(0, 30)}`,
      };
    if (i === 0) first = t;
    if (i > 0 && !(t - first > (seconds[i - 1] as number)))
      return { ok: false, code: 'line', line, message: 'its time is not after the one before' };
    seconds[i] = t - first;
    amps[i] = Math.abs(a);
    if (volts) volts[i] = figure(row[columns.volts]) * (columns.millivolts ? 1e-3 : 1);
  }
  return { ok: true, log: { seconds, amps, volts }, columns };
}
