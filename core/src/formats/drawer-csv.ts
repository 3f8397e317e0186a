import Papa from 'papaparse';
import { PART_FAMILIES } from '../connector/part-family';
import type { StockCard, StockEntry } from '../drawer/stock';
import { STOCK_SOURCES, stockCount } from '../drawer/stock';

const COLUMNS = [
  'name',
  'family',
  'place',
  'count',
  'minimum',
  'source',
  'from',
  'price',
  'marking',
  'note',
  'part',
] as const;
type Column = (typeof COLUMNS)[number];

/** A line of a drawer's list: the card and how many there are. */
export interface StockLine {
  readonly card: StockCard;
  readonly count: number;
}

export type StockVerdict =
  | { readonly ok: true; readonly lines: readonly StockLine[] }
  | { readonly ok: false; readonly line: number; readonly column: string; readonly message: string };

const MOST_LINES = 20_000;
/** Pieces in one compartment of the drawer. */
export const MOST_PIECES = 100_000;
const LIMITS: Partial<Record<Column, number>> = {
  name: 120,
  place: 60,
  from: 120,
  marking: 80,
  note: 500,
  part: 200,
};

/** The drawer as a comma-separated file with one line of headings. Cells that a table program would take for a formula are quoted. */
export function drawerCsv(entries: readonly StockEntry[]): string {
  const rows = entries.map((e) => ({
    name: e.name,
    family: e.family ?? '',
    place: e.place,
    count: stockCount(e),
    minimum: e.minimum ?? '',
    source: e.source,
    from: e.from,
    price: e.price ?? '',
    marking: e.marking,
    note: e.note,
    part: e.partId ?? '',
  }));
  return `${Papa.unparse({ fields: [...COLUMNS], data: rows }, { newline: '\n', escapeFormulae: true })}\n`;
}

/** Takes back the quote that `drawerCsv` puts before a would-be formula. */
const plain = (cell: string): string => cell.trim().replace(/^'(?=[=+\-@\t\r])/u, '');

/** Reads a drawer's list whole, or refuses it with the line and column at fault. Headings may come in any order; unknown ones are refused. */
export function readDrawerCsv(text: string): StockVerdict {
  const parsed = Papa.parse<string[]>(text.replace(/^\uFEFF/u, ''), { skipEmptyLines: 'greedy' });
  const refuse = (line: number, column: string, message: string): StockVerdict => ({
    ok: false,
    line,
    column,
    message: `Line ${line}, ${column}: ${message}`,
  });
  const fault = parsed.errors.find((e) => e.type === 'Quotes');
  if (fault) return refuse((fault.row ?? 0) + 1, 'quotes', fault.message);
  const [head, ...rows] = parsed.data;
  if (!head) return refuse(1, 'headings', 'the file is empty');
  const names = head.map((h) => h.trim().toLowerCase());
  const unknown = names.find((n) => !(COLUMNS as readonly string[]).includes(n));
  if (unknown !== undefined)
    return refuse(1, unknown || 'headings', `no such column; known are ${COLUMNS.join(', ')}`);
  const twice = names.find((n, i) => names.indexOf(n) !== i);
  if (twice !== undefined) return refuse(1, twice, 'the column stands twice');
  if (!names.includes('name')) return refuse(1, 'name', 'this column is wanted');
  if (rows.length > MOST_LINES) return refuse(MOST_LINES + 2, 'lines', `more than ${MOST_LINES}`);
  const lines: StockLine[] = [];
  for (const [i, row] of rows.entries()) {
    const line = i + 2;
    if (row.length > names.length)
      return refuse(line, 'cells', `${row.length} cells under ${names.length} headings`);
    const cell = (c: Column): string => plain(row[names.indexOf(c)] ?? '');
    for (const [c, most] of Object.entries(LIMITS))
      if (cell(c as Column).length > most) return refuse(line, c, `longer than ${most} characters`);
    if (cell('name') === '') return refuse(line, 'name', 'is empty');
    const number = (c: Column, most: number, whole: boolean): number | null | StockVerdict => {
      const said = cell(c);
      if (said === '') return null;
      const value = Number(said.replace(',', '.'));
      if (!Number.isFinite(value) || value < 0 || value > most || (whole && !Number.isInteger(value)))
        return refuse(line, c, `wants a ${whole ? 'whole ' : ''}number from 0 to ${most}, got “${said}”`);
      return value;
    };
    const count = number('count', MOST_PIECES, true);
    const minimum = number('minimum', MOST_PIECES, true);
    const price = number('price', 1e6, false);
    for (const v of [count, minimum, price]) if (typeof v === 'object' && v !== null) return v;
    const family = PART_FAMILIES.find((f) => f === cell('family')) ?? null;
    if (cell('family') !== '' && family === null)
      return refuse(line, 'family', `is none of ${PART_FAMILIES.join(', ')}`);
    const source = cell('source') === '' ? 'bought' : STOCK_SOURCES.find((s) => s === cell('source'));
    if (!source) return refuse(line, 'source', `is none of ${STOCK_SOURCES.join(', ')}`);
    lines.push({
      count: typeof count === 'number' ? count : 0,
      card: {
        name: cell('name'),
        partId: cell('part') || null,
        family,
        place: cell('place'),
        source,
        from: cell('from'),
        price: typeof price === 'number' ? price : null,
        marking: cell('marking'),
        minimum: typeof minimum === 'number' ? minimum : null,
        note: cell('note'),
      },
    });
  }
  return { ok: true, lines };
}
