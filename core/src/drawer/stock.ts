import type { PartFamily } from '../connector/part-family';

export const STOCK_SOURCES = ['bought', 'donor', 'bag', 'given'] as const;
export type StockSource = (typeof STOCK_SOURCES)[number];
export const STOCK_SOURCE_WORDS: Readonly<Record<StockSource, string>> = {
  bought: 'bought',
  donor: 'donor board',
  bag: 'assortment bag',
  given: 'given',
};

/** What is written on a compartment of the drawer. */
export interface StockCard {
  readonly name: string;
  /** Part of the library it is; `null` while that is not known. */
  readonly partId: string | null;
  readonly family: PartFamily | null;
  readonly place: string;
  readonly source: StockSource;
  /** Which shop, or which donor board. */
  readonly from: string;
  /** Of one; `null` when not known. */
  readonly price: number | null;
  /** What is printed on the part or its bag. */
  readonly marking: string;
  /** Below this it is to be bought again; `null` leaves it to the advice. */
  readonly minimum: number | null;
  readonly note: string;
}

export interface StockMove {
  readonly id: number;
  readonly at: string;
  /** Pieces in (above 0) or out. */
  readonly by: number;
  /** Job it went into or came out of; `null` for the drawer's own business. */
  readonly jobId: string | null;
  readonly note: string;
}

/** A compartment with what came and went; the count follows from the moves, so it is never stored beside them. */
export interface StockEntry extends StockCard {
  readonly id: string;
  readonly moves: readonly StockMove[];
}

export const stockCount = (entry: Pick<StockEntry, 'moves'>): number =>
  entry.moves.reduce((n, m) => n + m.by, 0);

/** Days on which pieces went into jobs, one for each piece. */
export const stockUses = (entry: Pick<StockEntry, 'moves'>): Date[] =>
  entry.moves
    .filter((m) => m.jobId !== null)
    .flatMap((m) => Array.from({ length: Math.max(0, -m.by) }, () => new Date(m.at)));

export const EMPTY_CARD: StockCard = {
  name: '',
  partId: null,
  family: null,
  place: '',
  source: 'bought',
  from: '',
  price: null,
  marking: '',
  minimum: null,
  note: '',
};
