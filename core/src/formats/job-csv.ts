import Papa from 'papaparse';
import type { Reading } from '../board/reading';
import type { LedgerLine } from '../job/ledger-line';
import type { CheckResult } from '../prove/verdict';

/** As table programs read it: one line of headings; what looks like a formula is escaped. */
const csv = (fields: readonly string[], data: readonly (readonly unknown[])[]): string =>
  `${Papa.unparse({ fields: [...fields], data: data.map((row) => [...row]) }, { newline: '\n', escapeFormulae: /^(?:[=+@\t\r]|-(?![\d.]+$))/u })}\n`;

/**
 * Readings of a job, one a line: when, on which points, in which mode, what it showed.
 * @param labelOf the name of a point as it is shown
 */
export function readingsCsv(readings: readonly Reading[], labelOf: (id: string) => string): string {
  return csv(
    ['at', 'red', 'red_name', 'black', 'black_name', 'mode', 'shown', 'value', 'struck_out'],
    readings.map((r) => [
      r.at,
      r.red,
      labelOf(r.red),
      r.black,
      labelOf(r.black),
      r.mode,
      r.shown,
      r.value ?? '',
      r.struck ? 'yes' : '',
    ]),
  );
}

/** Results of checks, one a line, oldest first. */
export function resultsCsv(results: readonly CheckResult[]): string {
  return csv(
    ['at', 'check', 'shown', 'value', 'note'],
    results.map((r) => [r.at, r.key, r.shown, r.value ?? '', r.note]),
  );
}

/** The books, one job a line. Several kinds of one job stand in one cell, with a semicolon between. */
export function ledgerCsv(lines: readonly LedgerLine[]): string {
  return csv(
    [
      'job',
      'device',
      'make',
      'model',
      'kinds',
      'family',
      'taken_in',
      'handed_back',
      'proved',
      'parked',
      'minutes',
      'cost',
      'price_of_a_new_one',
      'fault',
      'part',
      'awaited_minutes',
    ],
    lines.map((l) => [
      l.jobId,
      l.name,
      l.make,
      l.model,
      l.kinds.join('; '),
      l.family ?? '',
      l.takenInAt,
      l.handedBack ? (l.handedBackAt ?? 'yes') : '',
      l.proved ? 'yes' : '',
      l.parked ? 'yes' : '',
      l.minutes ?? '',
      l.cost ?? '',
      l.replacement ?? '',
      l.faultSite ?? '',
      l.part,
      Math.round(l.waits.reduce((s, w) => s + w.minutes, 0)),
    ]),
  );
}

/** The log of a power meter as it is kept: seconds since its first sample, A, and V where the meter sent them. */
export function chargeCsv(
  seconds: ArrayLike<number>,
  amps: ArrayLike<number>,
  volts: ArrayLike<number> | null,
): string {
  const lines = [volts ? 'time_s,current_A,volts_V' : 'time_s,current_A'];
  const first = seconds[0] ?? 0;
  for (let i = 0; i < seconds.length; i += 1) {
    const t = Number(((seconds[i] as number) - first).toFixed(3));
    const a = Number((amps[i] as number).toFixed(5));
    const v = volts ? (volts[i] as number) : NaN;
    lines.push(volts ? `${t},${a},${Number.isNaN(v) ? '' : Number(v.toFixed(4))}` : `${t},${a}`);
  }
  return `${lines.join('\n')}\n`;
}
