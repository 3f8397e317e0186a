import { createHash, randomBytes } from 'node:crypto';
import { statSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { Inject, Injectable, Logger } from '@nestjs/common';
import type {
  JobBundle,
  JobSummary,
  KeptAnswers,
  NewJobDto,
  SaveAnswersDto,
  SaveFoundDto,
  ShelfOf,
} from '@zebbit/contract';
import type { DocumentKind, JobDocuments, JobGates, JobView, Workshop } from '@zebbit/core';
import {
  answersStamp,
  completeDocuments,
  DOCUMENT_KINDS,
  EMPTY_DOCUMENTS,
  FAMILIES,
  isUnweighed,
  jobGates,
  jobTasks,
  jobView,
  ledgerLine,
  nextMove,
  stationStates,
  unreadableJob,
} from '@zebbit/core';
import type { Transaction } from 'sequelize';
import { literal } from 'sequelize';
import { AnswersModel, DocumentModel, JobModel, PhotoModel } from '../database/models';
import { Writer } from '../database/writer';
import { badField, notFound } from '../errors/api-error';
import { EventsService } from '../events/events.service';
import { WorkshopService } from '../workshop/workshop.service';
import type { JobRow, ShelfLine, StoredJob } from './job-rows';
import { foundStamp, JobRows } from './job-rows';

/** A job's line on the shelf, with what it was made from. */
interface Shelved {
  readonly key: string;
  /** Its summary as it travels. */
  readonly json: string;
  /** Its line of the books as it travels; empty where there is none. */
  readonly books: string;
  readonly line: ShelfLine;
}

/** Lines that another build made may say what this one would not. */
const BUILD = statSync(fileURLToPath(import.meta.url)).mtimeMs;
/** From so many lines that had to be made it is worth keeping them. */
const WORTH_KEEPING = 20;

@Injectable()
export class JobsService {
  private readonly log = new Logger('Jobs');
  /** Lines of the shelf as they were last made; a line is made anew when its job or the workshop changed. */
  private readonly shelf = new Map<string, Shelved>();

  constructor(
    @Inject(Writer) private readonly writer: Writer,
    @Inject(WorkshopService) private readonly workshop: WorkshopService,
    @Inject(JobRows) private readonly rows: JobRows,
    @Inject(EventsService) private readonly events: EventsService,
  ) {}

  /** Everything may be another job now: no line of the shelf stands. */
  forget(): void {
    this.shelf.clear();
    this.workshop.forget();
  }

  async create({ name }: NewJobDto): Promise<JobBundle> {
    if (name.trim() === '') throw badField('name', 'empty', 'A job needs a name: what is it that broke?');
    const id = randomBytes(5).toString('hex');
    const documents: JobDocuments = {
      ...EMPTY_DOCUMENTS,
      intake: { ...EMPTY_DOCUMENTS.intake, name: name.trim() },
    };
    await this.writer.write(async (transaction) => {
      await JobModel.create({ id, changes: 0 }, { transaction });
      await DocumentModel.bulkCreate(
        DOCUMENT_KINDS.map((kind) => ({ jobId: id, kind, rev: 0, body: documents[kind] })),
        { transaction },
      );
    });
    this.events.tell({ kind: 'job', jobId: id });
    return this.bundle(id);
  }

  /** Every job's line as it travels (`JobSummary[]`), the one touched last first. Only what changed since the last time is worked out and written out. */
  async listText(of?: ShelfOf): Promise<string> {
    const all = await this.shelved();
    const some = of ? all.filter((s) => (s.line.summary.next.tone === 'done') === (of === 'back')) : all;
    return `[${some.map((s) => s.json).join(',')}]`;
  }

  /** The books as they travel (`LedgerLine[]`): a line of every job that can be read, the one touched last first. */
  async ledgerText(): Promise<string> {
    return `[${(await this.shelved()).flatMap((s) => s.books || []).join(',')}]`;
  }

  private async shelved(): Promise<Shelved[]> {
    const [jobs, workshop] = await Promise.all([this.rows.list(), this.workshop.current()]);
    const about = createHash('sha256')
      .update(`${BUILD} ${JSON.stringify(workshop)}`)
      .digest('hex');
    const keyOf = (job: JobRow): string => `${job.changes}|${job.updatedAt}|${about}`;
    const isKnown = (job: JobRow): boolean => this.shelf.get(job.id)?.key === keyOf(job);
    const unknown = jobs.filter((job) => !isKnown(job)).map((job) => job.id);
    for (const [id, { key, line }] of await this.rows.shelved(unknown)) this.put(id, key, line);
    const stale = jobs.filter((job) => !isKnown(job));
    const stored = await this.rows.read(
      stale.map((job) => job.id),
      workshop.record.sureAt,
    );
    for (const job of stale) this.put(job.id, keyOf(job), this.line(job, stored.get(job.id), workshop));
    if (stale.length >= WORTH_KEEPING) await this.keepShelf(stale.map((job) => job.id));
    return jobs.flatMap((job) => this.shelf.get(job.id) ?? []);
  }

  private put(id: string, key: string, line: ShelfLine): void {
    this.shelf.set(id, {
      key,
      line,
      json: JSON.stringify(line.summary),
      books: line.ledger ? JSON.stringify(line.ledger) : '',
    });
  }

  /** Keeps lines of the shelf for the next start, which has no others to go by; not that a job cannot be read, which may be mended by hand. */
  private async keepShelf(ids: readonly string[]): Promise<void> {
    const lines = ids.flatMap((jobId) => {
      const kept = this.shelf.get(jobId);
      return kept && kept.line.ledger !== null
        ? [{ jobId, kind: 'shelf' as const, stamp: kept.key, body: kept.line }]
        : [];
    });
    // A full disk or a job that is gone by now: then the lines are made again the next time.
    await this.writer
      .write((transaction) =>
        AnswersModel.bulkCreate(lines, { transaction, updateOnDuplicate: ['stamp', 'body'] }),
      )
      .catch((error: unknown) => this.log.warn(`the shelf was not kept: ${String(error)}`));
  }

  /** Loads a job whole. */
  async bundle(id: string): Promise<JobBundle> {
    const [job, photos, sureAt] = await Promise.all([
      JobModel.findByPk(id),
      PhotoModel.findAll({ where: { jobId: id }, order: ['id'] }),
      this.workshop.sureAt(),
    ]);
    if (!job) throw notFound('job', 'id');
    const { record, revs, answers, found } = await this.stored(id, sureAt);
    const { readings, results, ...documents } = record;
    return {
      id: job.id,
      createdAt: job.createdAt.toISOString(),
      updatedAt: job.updatedAt.toISOString(),
      // Validated when they were stored; an earlier version's are made whole.
      documents,
      revs: Object.fromEntries(DOCUMENT_KINDS.map((kind) => [kind, revs[kind] ?? 0])) as Record<
        DocumentKind,
        number
      >,
      readings,
      results,
      photos: photos.map(({ hash, use, caption, widthPx, heightPx, at }) => ({
        id: hash,
        use,
        caption,
        widthPx,
        heightPx,
        at,
      })),
      answers,
      found,
    };
  }

  /** The core's view of a job, with what was weighed of it; no belief is computed here. */
  async view(id: string): Promise<JobView> {
    if (!(await JobModel.findByPk(id))) throw notFound('job', 'id');
    const { record, answers } = await this.stored(id, await this.workshop.sureAt());
    return jobView(record, answers?.answers ?? null);
  }

  /** The gates of a job, from the three documents they rest on. */
  async gates(id: string): Promise<JobGates> {
    if (!(await JobModel.findByPk(id))) throw notFound('job', 'id');
    const rows = await DocumentModel.findAll({
      where: { jobId: id, kind: ['board', 'teardown', 'closing'] satisfies DocumentKind[] },
    });
    if (rows.length === 0) throw notFound('job', 'id');
    return jobGates(completeDocuments(Object.fromEntries(rows.map((d) => [d.kind, d.body]))));
  }

  /** Keeps what a page weighed, if it still speaks of the job as it is; a later change is no failure, the next answers are on their way. */
  async saveAnswers(id: string, { stamp, answers }: SaveAnswersDto): Promise<KeptAnswers> {
    const sureAt = await this.workshop.sureAt();
    const { record, revs } = await this.stored(id, sureAt);
    if (stamp !== answersStamp(revs.board ?? 0, record.readings, sureAt)) return { kept: false };
    return this.keepAnswers(id, 'trace', stamp, answers);
  }

  /** Keeps what a page found at Match, if it still speaks of the job as it is. */
  async saveFound(id: string, { stamp, found }: SaveFoundDto): Promise<KeptAnswers> {
    const { record, revs } = await this.stored(id, await this.workshop.sureAt());
    if (stamp !== foundStamp(revs, record.readings)) return { kept: false };
    return this.keepAnswers(id, 'match', stamp, found);
  }

  private async keepAnswers(
    jobId: string,
    kind: AnswersModel['kind'],
    stamp: string,
    body: AnswersModel['body'],
  ): Promise<KeptAnswers> {
    await this.writer.write(async (transaction) => {
      await AnswersModel.upsert({ jobId, kind, stamp, body }, { transaction });
      await this.count(jobId, transaction);
    });
    this.events.tell({ kind: 'answers', jobId });
    return { kept: true };
  }

  /** Marks a job as touched, so that the shelf shows it first; a part of what touched it. */
  touch(id: string, transaction: Transaction): Promise<void> {
    return this.count(id, transaction, { updatedAt: new Date() });
  }

  /** Counts a change of a job, so that its line is made anew; it is not touched by it. */
  async count(id: string, transaction: Transaction, more: { readonly updatedAt?: Date } = {}): Promise<void> {
    const [changed] = await JobModel.update(
      { changes: literal('changes + 1'), ...more },
      { where: { id }, transaction, silent: true },
    );
    if (changed === 0) throw notFound('job', 'id');
  }

  private async stored(id: string, sureAt: number): Promise<StoredJob> {
    const found = (await this.rows.read([id], sureAt)).get(id);
    if (!found || !(await JobModel.findByPk(id))) throw notFound('job', 'id');
    if (found instanceof Error) throw found;
    if (Object.keys(found.revs).length === 0) throw notFound('job', 'id');
    return found;
  }

  private line(job: JobRow, stored: StoredJob | Error | undefined, workshop: Workshop): ShelfLine {
    const { id } = job;
    const updatedAt = new Date(job.updatedAt).toISOString();
    try {
      if (!stored || stored instanceof Error) throw stored ?? new Error('it has no documents');
      const view = jobView(
        stored.record,
        stored.answers?.answers ?? null,
        workshop,
        stored.found?.found ?? null,
      );
      const { intake, board } = stored.record;
      const summary: JobSummary = {
        id,
        name: intake.name,
        make: intake.make,
        model: intake.model,
        family: board.family === null ? null : FAMILIES[board.family].name,
        updatedAt,
        states: stationStates(view),
        next: nextMove(view),
        unweighed: isUnweighed(view),
        tasks: jobTasks(view),
        waits: stored.record.waits,
        owner: intake.owner,
        part: stored.record.match.part,
      };
      return { summary, ledger: ledgerLine(view, id, new Date(job.createdAt).toISOString()) };
    } catch (error) {
      // One bad record is shown as that; the others are not its concern.
      this.log.error(`job ${id}: ${error instanceof Error ? (error.stack ?? error.message) : String(error)}`);
      const summary: JobSummary = {
        ...unreadableJob(),
        id,
        name: `job ${id}`,
        make: '',
        model: '',
        family: null,
        updatedAt,
        unweighed: false,
        tasks: [],
        waits: EMPTY_DOCUMENTS.waits,
        owner: '',
        part: '',
      };
      return { summary, ledger: null };
    }
  }
}
