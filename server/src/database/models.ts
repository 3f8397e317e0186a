import {
  AutoIncrement,
  Column,
  CreatedAt,
  DataType,
  DefaultScope,
  ForeignKey,
  Model,
  PrimaryKey,
  Table,
  UpdatedAt,
} from 'sequelize-typescript';
import type {
  CheckResult,
  DocumentKind,
  LedgerLine,
  MatchFound,
  MeterMode,
  MeterShown,
  StockCard,
  TraceAnswers,
} from '@zebbit/core';
import type { JobSummary, PhotoUse } from '@zebbit/contract';

/** A job that was deleted names the deletion, and is seen by the bin alone. */
@DefaultScope(() => ({ where: { binId: null } }))
@Table({ tableName: 'jobs' })
export class JobModel extends Model {
  @PrimaryKey @Column(DataType.STRING) declare id: string;
  @CreatedAt @Column(DataType.DATE) declare createdAt: Date;
  @UpdatedAt @Column(DataType.DATE) declare updatedAt: Date;
  /** Grows with every change of anything of the job. */
  @Column(DataType.INTEGER) declare changes: number;
  @Column(DataType.INTEGER) declare binId: number | null;
}

/** What a page weighed or matched of a job, and its line on the shelf, with the stamp of what it was worked out from. */
@Table({ tableName: 'answers', timestamps: false })
export class AnswersModel extends Model {
  @PrimaryKey @ForeignKey(() => JobModel) @Column(DataType.STRING) declare jobId: string;
  @PrimaryKey @Column(DataType.STRING) declare kind: 'trace' | 'match' | 'shelf';
  @Column(DataType.STRING) declare stamp: string;
  @Column(DataType.JSON) declare body:
    TraceAnswers | MatchFound | { readonly summary: JobSummary; readonly ledger: LedgerLine | null };
}

/** One document of a job, whole, with the revision that guards against two windows. */
@Table({ tableName: 'documents', timestamps: false })
export class DocumentModel extends Model {
  @PrimaryKey @ForeignKey(() => JobModel) @Column(DataType.STRING) declare jobId: string;
  @PrimaryKey @Column(DataType.STRING) declare kind: DocumentKind;
  @Column(DataType.INTEGER) declare rev: number;
  @Column(DataType.JSON) declare body: object;
}

/** Append-only: only `struck` ever changes. */
@Table({ tableName: 'readings', timestamps: false })
export class ReadingModel extends Model {
  @PrimaryKey @AutoIncrement @Column(DataType.INTEGER) declare id: number;
  @ForeignKey(() => JobModel) @Column(DataType.STRING) declare jobId: string;
  @Column(DataType.STRING) declare at: string;
  @Column(DataType.STRING) declare red: string;
  @Column(DataType.STRING) declare black: string;
  @Column(DataType.STRING) declare mode: MeterMode;
  @Column(DataType.STRING) declare shown: MeterShown['shown'];
  @Column(DataType.DOUBLE) declare value: number | null;
  @Column(DataType.BOOLEAN) declare struck: boolean;
}

/** Append-only: the newest of a key counts. */
@Table({ tableName: 'results', timestamps: false })
export class ResultModel extends Model {
  @PrimaryKey @AutoIncrement @Column(DataType.INTEGER) declare id: number;
  @ForeignKey(() => JobModel) @Column(DataType.STRING) declare jobId: string;
  @Column(DataType.STRING) declare at: string;
  @Column(DataType.STRING) declare key: string;
  @Column(DataType.STRING) declare shown: CheckResult['shown'];
  @Column(DataType.DOUBLE) declare value: number | null;
  @Column(DataType.STRING) declare note: string;
}

/** A photo as used in a job; the file itself is named by `hash` and may serve several. */
@DefaultScope(() => ({ where: { binId: null } }))
@Table({ tableName: 'photos', timestamps: false })
export class PhotoModel extends Model {
  @PrimaryKey @AutoIncrement @Column(DataType.INTEGER) declare id: number;
  @ForeignKey(() => JobModel) @Column(DataType.STRING) declare jobId: string;
  @Column(DataType.STRING) declare hash: string;
  @Column(DataType.STRING) declare use: PhotoUse;
  @Column(DataType.STRING) declare caption: string;
  @Column(DataType.INTEGER) declare widthPx: number;
  @Column(DataType.INTEGER) declare heightPx: number;
  @Column(DataType.STRING) declare at: string;
  @Column(DataType.INTEGER) declare binId: number | null;
}

/** One deletion, which can be taken back for a day. */
@Table({ tableName: 'bin', timestamps: false })
export class BinModel extends Model {
  @PrimaryKey @AutoIncrement @Column(DataType.INTEGER) declare id: number;
  @Column(DataType.STRING) declare at: string;
  @Column(DataType.STRING) declare words: string;
}

/** One row: what holds for the whole workshop. */
@Table({ tableName: 'workshop', timestamps: false })
export class WorkshopModel extends Model {
  @PrimaryKey @Column(DataType.INTEGER) declare id: number;
  @Column(DataType.INTEGER) declare rev: number;
  @Column(DataType.JSON) declare body: object;
}

/** How a model opens, by make and model as `modelKey` spells them. */
@Table({ tableName: 'model_cards', timestamps: false })
export class ModelCardModel extends Model {
  @PrimaryKey @Column(DataType.STRING) declare key: string;
  @Column(DataType.STRING) declare savedAt: string;
  @Column(DataType.JSON) declare body: object;
}

/** One import of footprint files; taking it back takes its parts with it. */
@Table({ tableName: 'part_imports', timestamps: false })
export class PartImportModel extends Model {
  @PrimaryKey @AutoIncrement @Column(DataType.INTEGER) declare id: number;
  @Column(DataType.STRING) declare at: string;
  @Column(DataType.STRING) declare name: string;
  @Column(DataType.INTEGER) declare taken: number;
  @Column(DataType.INTEGER) declare refused: number;
}

/** A part read from a file of the person's own, with the file, packed. */
@Table({ tableName: 'parts', timestamps: false })
export class PartModel extends Model {
  @PrimaryKey @Column(DataType.STRING) declare id: string;
  @ForeignKey(() => PartImportModel) @Column(DataType.INTEGER) declare importId: number;
  @Column(DataType.STRING) declare name: string;
  @Column(DataType.JSON) declare body: object;
  @Column(DataType.BLOB) declare file: Buffer;
}

/** A compartment of the drawer; `removed` hides it, what came and went stays. */
@Table({ tableName: 'stock', timestamps: false })
export class StockModel extends Model {
  @PrimaryKey @Column(DataType.STRING) declare id: string;
  @Column(DataType.STRING) declare at: string;
  @Column(DataType.INTEGER) declare rev: number;
  @Column(DataType.JSON) declare body: StockCard;
  @Column(DataType.BOOLEAN) declare removed: boolean;
}

/** Append-only: the count of a compartment is the sum of its moves. */
@Table({ tableName: 'stock_moves', timestamps: false })
export class StockMoveModel extends Model {
  @PrimaryKey @AutoIncrement @Column(DataType.INTEGER) declare id: number;
  @ForeignKey(() => StockModel) @Column(DataType.STRING) declare stockId: string;
  @Column(DataType.STRING) declare at: string;
  @Column(DataType.INTEGER) declare by: number;
  @ForeignKey(() => JobModel) @Column(DataType.STRING) declare jobId: string | null;
  @Column(DataType.STRING) declare note: string;
}

export const MODELS = [
  JobModel,
  AnswersModel,
  DocumentModel,
  ReadingModel,
  ResultModel,
  PhotoModel,
  BinModel,
  WorkshopModel,
  ModelCardModel,
  PartImportModel,
  PartModel,
  StockModel,
  StockMoveModel,
];
