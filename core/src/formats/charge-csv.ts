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

const figure = (text: string): number => {
  const t = text
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

/** Rows looked at to tell the head, and what parts the columns. */
const FIRST_ROWS = 40;
const FIRST_CHARACTERS = 40_000;

/** Goes from row to row; false behind the last. A cell is given as it stands, or as the plain figure that it is: NaN where it is none. */
interface Rows {
  readonly next: () => boolean;
  readonly text: (column: number) => string;
  readonly plain: (column: number) => number;
}

const [LINE_END, RETURN, MINUS, POINT, ZERO, NINE] = [10, 13, 45, 46, 48, 57] as const;

/** The figure between two places of a text, where it is digits with a point at most; NaN for anything else. No piece of text is made of it. */
function plainFigure(text: string, from: number, to: number): number {
  let at = from;
  const minus = text.charCodeAt(at) === MINUS;
  if (minus) at += 1;
  if (at >= to || to - at > 15) return NaN;
  let [digits, below] = [0, 0];
  for (; at < to; at += 1) {
    const c = text.charCodeAt(at);
    if (c === POINT && below === 0) below = 1;
    else if (c >= ZERO && c <= NINE) {
      digits = digits * 10 + (c - ZERO);
      below *= 10;
    } else return NaN;
  }
  // Up to 15 digits and the power of ten are whole numbers that a double holds: their quotient is the nearest there is.
  const value = below > 1 ? digits / below : digits;
  return minus ? -value : value;
}

/** More columns than these are not looked at. */
const MOST_COLUMNS = 64;

/** Rows of a text without quotes, scanned where they stand: a day of samples is read in the time of a breath. */
function plainRows(text: string, delimiter: string): Rows {
  const part = delimiter.charCodeAt(0);
  const { length } = text;
  /** Where each cell of the row begins, and one behind the end of the last. */
  const begins = new Int32Array(MOST_COLUMNS + 1);
  let [at, cells] = [0, 0];
  const next = (): boolean => {
    while (at < length) {
      begins[0] = at;
      cells = 1;
      let c = text.charCodeAt(at);
      while (c !== LINE_END) {
        if (c === part && cells < MOST_COLUMNS) {
          begins[cells] = at + 1;
          cells += 1;
        }
        at += 1;
        if (at >= length) break;
        c = text.charCodeAt(at);
      }
      const end = text.charCodeAt(at - 1) === RETURN ? at - 1 : at;
      begins[cells] = end + 1;
      at += 1;
      if (end > begins[0]) return true;
    }
    return false;
  };
  const from = (column: number): number => begins[Math.min(column, cells)] as number;
  const to = (column: number): number =>
    Math.max(from(column), (begins[Math.min(column + 1, cells)] as number) - 1);
  return {
    next,
    text: (column) => text.slice(from(column), to(column)),
    plain: (column) => plainFigure(text, from(column), to(column)),
  };
}

function listedRows(rows: readonly (readonly string[])[]): Rows {
  let at = -1;
  const text = (column: number): string => rows[at]?.[column] ?? '';
  return {
    next: () => {
      at += 1;
      return at < rows.length;
    },
    text,
    plain: (column) => plainFigure(text(column), 0, text(column).length),
  };
}

/** A list of figures that grows. */
class Growing {
  private list = new Float64Array(1024);
  private count = 0;
  push(value: number): void {
    if (this.count === this.list.length) {
      const larger = new Float64Array(2 * this.count);
      larger.set(this.list);
      this.list = larger;
    }
    this.list[this.count] = value;
    this.count += 1;
  }
  get length(): number {
    return this.count;
  }
  get last(): number {
    return this.list[this.count - 1] ?? NaN;
  }
  taken(): Float64Array {
    return this.list.slice(0, this.count);
  }
}

/**
 * Reads the log of a power meter: a head line, then a row a sample, parted by commas, semicolons or tabs. Columns are known by their names, else asked for.
 * Refused whole, with the line at fault.
 */
export function readChargeCsv(raw: string, told: ChargeColumns | null = null): ChargeCsvVerdict {
  const text = raw.replace(/^\uFEFF/u, '');
  const beginning = Papa.parse<string[]>(text.slice(0, FIRST_CHARACTERS), {
    skipEmptyLines: true,
    preview: FIRST_ROWS,
  });
  const rows = text.includes('"')
    ? listedRows(Papa.parse<string[]>(text, { skipEmptyLines: true }).data)
    : plainRows(text, beginning.meta.delimiter);
  const [head = [], ...sample] = beginning.data;
  rows.next();
  const columns = told ?? guessColumns(head);
  if (!columns && sample.length >= LEAST_ROWS)
    return {
      ok: false,
      code: 'columns',
      names: head,
      sample: sample.slice(0, 3),
      message: 'which column is the time, and which the current?',
    };
  if (!columns) return tooFew(sample.length);
  const [seconds, amps, volts] = [new Growing(), new Growing(), new Growing()];
  let first = 0;
  /** A column as a figure: plain ones as they stand, others by what they are. */
  const read = (column: number, by: (text: string) => number): number => {
    const plain = rows.plain(column);
    return Number.isNaN(plain) ? by(rows.text(column)) : plain;
  };
  while (rows.next()) {
    const i = seconds.length;
    const line = i + 2;
    if (i >= MOST_ROWS) return { ok: false, code: 'line', line: MOST_ROWS, message: 'the log is too long' };
    const t = read(columns.time, readTime);
    const a = read(columns.amps, figure) * (columns.milliamps ? 1e-3 : 1);
    if (Number.isNaN(t))
      return { ok: false, code: 'line', line, message: `no time: ${rows.text(columns.time).slice(0, 30)}` };
    if (!Number.isFinite(a))
      return {
        ok: false,
        code: 'line',
        line,
        message: `no current: ${rows.text(columns.amps).slice(0, 30)}`,
      };
    if (i === 0) first = t;
    if (i > 0 && !(t - first > seconds.last))
      return { ok: false, code: 'line', line, message: 'its time is not after the one before' };
    seconds.push(t - first);
    amps.push(Math.abs(a));
    if (columns.volts >= 0) volts.push(read(columns.volts, figure) * (columns.millivolts ? 1e-3 : 1));
  }
  if (seconds.length < LEAST_ROWS) return tooFew(seconds.length);
  const log = {
    seconds: seconds.taken(),
    amps: amps.taken(),
    volts: columns.volts >= 0 ? volts.taken() : null,
  };
  return { ok: true, log, columns };
}

const LEAST_ROWS = 20;
const tooFew = (rows: number): ChargeCsvVerdict => ({
  ok: false,
  code: 'line',
  line: rows + 1,
  message: 'a charge wants 20 samples or more',
});
