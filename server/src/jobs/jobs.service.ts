import { randomBytes } from 'node:crypto';
import { Inject, Injectable } from '@nestjs/common';
import type { JobBundle, JobSummary, NewJobDto } from '@zebbit/contract';
import type {
  CheckResult,
  DocumentKind,
  JobDocuments,
  JobRecord,
  JobView,
  Reading,
  Workshop,
} from '@zebbit/core';
import {
  completeDocuments,
  DOCUMENT_KINDS,
  EMPTY_DOCUMENTS,
  FAMILIES,
  jobView,
  nextMove,
  stationStates,
} from '@zebbit/core';
import type { Transaction } from 'sequelize';
import { DocumentModel, JobModel, PhotoModel, ReadingModel, ResultModel } from '../database/models';
import { Writer } from '../database/writer';
import { badField, notFound } from '../errors/api-error';
import { WorkshopService } from '../workshop/workshop.service';

const asReading = (row: ReadingModel): Reading => ({
  id: String(row.id),
  at: row.at,
  red: row.red,
  black: row.black,
  mode: row.mode,
  shown: row.shown,
  value: row.value,
  struck: row.struck,
});

const asResult = (row: ResultModel): CheckResult => ({
  id: String(row.id),
  at: row.at,
  key: row.key,
  shown: row.shown,
  value: row.value,
});

@Injectable()
export class JobsService {
  constructor(
    @Inject(Writer) private readonly writer: Writer,
    @Inject(WorkshopService) private readonly workshop: WorkshopService,
  ) {}

  async create({ name }: NewJobDto): Promise<JobBundle> {
    if (name.trim() === '') throw badField('name', 'empty', 'A job needs a name: what is it that broke?');
    const id = randomBytes(5).toString('hex');
    const documents: JobDocuments = {
      ...EMPTY_DOCUMENTS,
      intake: { ...EMPTY_DOCUMENTS.intake, name: name.trim() },
    };
    await this.writer.write(async (transaction) => {
      await JobModel.create({ id }, { transaction });
      await DocumentModel.bulkCreate(
        DOCUMENT_KINDS.map((kind) => ({ jobId: id, kind, rev: 0, body: documents[kind] })),
        { transaction },
      );
    });
    return this.bundle(id);
  }

  async list(): Promise<JobSummary[]> {
    const jobs = await JobModel.findAll({ order: [['updatedAt', 'DESC']] });
    const { workshop } = await this.workshop.read();
    return Promise.all(jobs.map(async (job) => this.summary(await this.bundle(job.id), workshop)));
  }

  /** Loads a job whole. */
  async bundle(id: string): Promise<JobBundle> {
    const job = await JobModel.findByPk(id);
    if (!job) throw notFound('job', 'id');
    const where = { jobId: id };
    const [documents, readings, results, photos] = await Promise.all([
      DocumentModel.findAll({ where }),
      ReadingModel.findAll({ where, order: ['id'] }),
      ResultModel.findAll({ where, order: ['id'] }),
      PhotoModel.findAll({ where, order: ['id'] }),
    ]);
    const rows = new Map(documents.map((d) => [d.kind, d]));
    const stored = Object.fromEntries(documents.map((d) => [d.kind, d.body]));
    const revs = Object.fromEntries(DOCUMENT_KINDS.map((kind) => [kind, rows.get(kind)?.rev ?? 0])) as Record<
      DocumentKind,
      number
    >;
    return {
      id: job.id,
      createdAt: job.createdAt.toISOString(),
      updatedAt: job.updatedAt.toISOString(),
      // Validated when they were stored; an earlier version's are made whole.
      documents: completeDocuments(stored),
      revs,
      readings: readings.map(asReading),
      results: results.map(asResult),
      photos: photos.map(({ hash, use, caption, widthPx, heightPx, at }) => ({
        id: hash,
        use,
        caption,
        widthPx,
        heightPx,
        at,
      })),
    };
  }

  /** The core's view of a job. */
  async view(id: string): Promise<JobView> {
    const [bundle, { workshop }] = await Promise.all([this.bundle(id), this.workshop.read()]);
    return jobView(recordOf(bundle), workshop);
  }

  /** Marks a job as touched, so that the shelf shows it first; a part of what touched it. */
  async touch(id: string, transaction: Transaction): Promise<void> {
    const job = await JobModel.findByPk(id, { transaction });
    if (!job) throw notFound('job', 'id');
    job.changed('updatedAt', true);
    await job.save({ transaction });
  }

  private summary(bundle: JobBundle, workshop: Workshop): JobSummary {
    const view = jobView(recordOf(bundle), workshop);
    const { intake, board } = bundle.documents;
    return {
      id: bundle.id,
      name: intake.name,
      make: intake.make,
      model: intake.model,
      family: board.family === null ? null : FAMILIES[board.family].name,
      updatedAt: bundle.updatedAt,
      states: stationStates(view),
      next: nextMove(view),
    };
  }
}

function recordOf({ documents, readings, results }: JobBundle): JobRecord {
  return { ...documents, readings, results };
}
