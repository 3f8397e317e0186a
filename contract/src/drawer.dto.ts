import type { ConnectorPart, PartFamily, StockCard, StockEntry, StockSource } from '@zebbit/core';
import { PART_FAMILIES, STOCK_SOURCES } from '@zebbit/core';
import { IsBoolean, IsDefined } from 'class-validator';
import { Figure, Id, Nested, OneOf, OrNull, Text, Whole } from './fields';
import { DRAWER_CSV_MAX, PIECES_MAX } from './limits';

export class StockCardDto implements StockCard {
  @Text(120) name!: string;
  @OrNull() @Text(200) partId!: string | null;
  @OrNull() @OneOf(PART_FAMILIES) family!: PartFamily | null;
  @Text(60) place!: string;
  @OneOf(STOCK_SOURCES) source!: StockSource;
  @Text(120) from!: string;
  @OrNull() @Figure(0, 1e6) price!: number | null;
  @Text(80) marking!: string;
  @OrNull() @Whole(0, PIECES_MAX) minimum!: number | null;
  @Text(500) note!: string;
}

export class NewStockDto {
  @IsDefined() @Nested(() => StockCardDto) card!: StockCardDto;
  @Whole(0, PIECES_MAX) count!: number;
}

/** A compartment's card as sent to be stored, with the revision it was made from. */
export class SaveStockDto {
  @Whole(0, 1e9) rev!: number;
  @IsDefined() @Nested(() => StockCardDto) card!: StockCardDto;
  @IsBoolean() removed!: boolean;
}

/** Pieces in or out; with a job, booked into it or back. */
export class NewStockMoveDto {
  @Whole(-PIECES_MAX, PIECES_MAX) by!: number;
  @OrNull() @Id() jobId!: string | null;
  @Text(200) note!: string;
}

export class DrawerListDto {
  @Text(DRAWER_CSV_MAX) text!: string;
}

export interface StoredStock extends StockEntry {
  readonly rev: number;
  readonly removed: boolean;
}

export interface DrawerAnswer {
  readonly entries: readonly StoredStock[];
  /** Names of jobs that parts went into. */
  readonly jobs: Readonly<Record<string, string>>;
}

export interface PartImportEntry {
  readonly id: number;
  readonly at: string;
  readonly name: string;
  readonly taken: number;
  readonly refused: number;
}

export interface PartsAnswer {
  readonly parts: readonly ConnectorPart[];
}

export interface PartImportsAnswer {
  readonly imports: readonly PartImportEntry[];
}

export interface RefusedFile {
  readonly file: string;
  readonly line: number;
  readonly message: string;
}

/** What an import came to. */
export interface PartsImportReport {
  readonly import: PartImportEntry | null;
  readonly taken: number;
  /** Files that are in the library already. */
  readonly repeated: number;
  readonly refused: readonly RefusedFile[];
  readonly refusedCount: number;
}

/** Lines of the answer to an import, one JSON each: how far it is, then the report or the failure. */
export type PartsImportLine =
  | { readonly done: number; readonly of: number }
  | { readonly report: PartsImportReport }
  | {
      readonly failure: {
        readonly code: string;
        readonly message: string;
        readonly path?: string;
        readonly hint?: string;
      };
    };
