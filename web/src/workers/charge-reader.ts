import type { CellVolts, ChargeColumns, ChargeLog, ChargeTrace, FullVerdict } from '@zebbit/core';
import { chargeCsv, chargeTrace, readChargeCsv, timeToFull } from '@zebbit/core';

/** A stretch of a log as it is drawn: the least and the most of each bucket, so that no dropout is lost. */
export interface ChargeWindow {
  readonly seconds: Float64Array;
  readonly amps: Float64Array;
}

export type ChargeRead =
  | {
      readonly ok: true;
      readonly trace: ChargeTrace;
      readonly window: ChargeWindow;
      readonly samples: number;
      readonly longS: number;
    }
  | { readonly ok: false; readonly message: string; readonly names: readonly string[] | null };

/** What is known of the cell beside the log. */
export interface CellKnown {
  readonly capacityAh: number | null;
  /** By the clock of the log. */
  readonly cellVolts: readonly CellVolts[];
  readonly restVolts: number | null;
}

export interface ChargeReader {
  readonly read: (file: Blob, columns: ChargeColumns | null) => Promise<ChargeRead>;
  /** A log that is there already, as samples. */
  readonly take: (log: ChargeLog) => Promise<ChargeRead>;
  /** When the charge of the log that was read last ends; `null` before one was read. */
  readonly full: (known: CellKnown) => Promise<FullVerdict | null>;
  /** The log that was read last, as it is kept with the job; empty before one was read. */
  readonly csv: () => Promise<string>;
  /** Of the log that was read last. */
  readonly window: (fromS: number, toS: number) => Promise<ChargeWindow | null>;
}

const BUCKETS = 1500;

/** First place whose time is not before `t`. */
function firstFrom(seconds: Float64Array, t: number): number {
  let [low, high] = [0, seconds.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((seconds[middle] as number) < t) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** A stretch of a log with at most two samples a bucket. */
export function chargeWindow({ seconds, amps }: ChargeLog, fromS: number, toS: number): ChargeWindow {
  const [from, to] = [
    Math.max(0, firstFrom(seconds, fromS) - 1),
    Math.min(seconds.length, firstFrom(seconds, toS) + 1),
  ];
  const count = to - from;
  if (count <= 2 * BUCKETS) return { seconds: seconds.slice(from, to), amps: amps.slice(from, to) };
  const kept: number[] = [];
  for (let b = 0; b < BUCKETS; b += 1) {
    const [start, end] = [
      from + Math.floor((b * count) / BUCKETS),
      from + Math.floor(((b + 1) * count) / BUCKETS),
    ];
    let [least, most] = [start, start];
    for (let i = start; i < end; i += 1) {
      if ((amps[i] as number) < (amps[least] as number)) least = i;
      if ((amps[i] as number) > (amps[most] as number)) most = i;
    }
    kept.push(Math.min(least, most));
    if (least !== most) kept.push(Math.max(least, most));
  }
  return {
    seconds: Float64Array.from(kept, (i) => seconds[i] as number),
    amps: Float64Array.from(kept, (i) => amps[i] as number),
  };
}

export function createChargeReader(): ChargeReader {
  let last: ChargeLog | null = null;
  let trace: ChargeTrace | null = null;
  const take = (log: ChargeLog): ChargeRead => {
    last = log;
    const { seconds, amps } = log;
    const longS = (seconds.at(-1) ?? 0) - (seconds[0] ?? 0);
    trace = chargeTrace(seconds, amps);
    return {
      ok: true,
      trace,
      window: chargeWindow(log, seconds[0] ?? 0, seconds.at(-1) ?? 0),
      samples: seconds.length,
      longS,
    };
  };
  return {
    full: ({ capacityAh, cellVolts, restVolts }) =>
      Promise.resolve(
        last && trace && timeToFull(trace, last.seconds, last.amps, capacityAh, cellVolts, restVolts),
      ),
    csv: () => Promise.resolve(last ? chargeCsv(last.seconds, last.amps, last.volts) : ''),
    take: (log) => Promise.resolve(take(log)),
    read: async (file, columns) => {
      const found = readChargeCsv(await file.text(), columns);
      if (!found.ok)
        return found.code === 'columns'
          ? { ok: false, message: found.message, names: found.names }
          : { ok: false, message: `Line ${found.line}: ${found.message}`, names: null };
      return take(found.log);
    },
    window: (fromS, toS) => Promise.resolve(last && chargeWindow(last, fromS, toS)),
  };
}
