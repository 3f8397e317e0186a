import { join } from 'node:path';
import { rm } from 'node:fs/promises';
import type { OnApplicationBootstrap, OnModuleDestroy } from '@nestjs/common';
import { Inject, Injectable, Logger } from '@nestjs/common';
import type { BinEntry } from '@zebbit/contract';
import type { Teardown } from '@zebbit/core';
import { completeDocuments } from '@zebbit/core';
import type { Transaction } from 'sequelize';
import { Op, QueryTypes } from 'sequelize';
import { Sequelize } from 'sequelize-typescript';
import {
  AnswersModel,
  BinModel,
  DocumentModel,
  JobModel,
  PhotoModel,
  ReadingModel,
  ResultModel,
  StockMoveModel,
} from '../database/models';
import { Writer } from '../database/writer';
import { badField, conflict, notFound } from '../errors/api-error';
import { EventsService } from '../events/events.service';
import { PhotosService } from '../photos/photos.service';
import type { Settings } from '../settings';
import { SETTINGS } from '../settings';

const DAY_MS = 86_400_000;
const LOOK_EVERY_MS = 10 * 60_000;

/** What is deleted waits here for a day, then it goes with its files. */
@Injectable()
export class BinService implements OnApplicationBootstrap, OnModuleDestroy {
  private readonly log = new Logger('Bin');
  private timer: ReturnType<typeof setInterval> | null = null;

  constructor(
    @Inject(SETTINGS) private readonly settings: Settings,
    @Inject(Sequelize) private readonly sequelize: Sequelize,
    @Inject(Writer) private readonly writer: Writer,
    @Inject(PhotosService) private readonly photos: PhotosService,
    @Inject(EventsService) private readonly events: EventsService,
  ) {}

  async onApplicationBootstrap(): Promise<void> {
    await this.sweep(Date.now());
    this.timer = setInterval(() => {
      this.sweep(Date.now()).catch((error: unknown) => this.log.error(String(error)));
    }, LOOK_EVERY_MS).unref();
  }

  onModuleDestroy(): void {
    if (this.timer) clearInterval(this.timer);
  }

  async list(): Promise<BinEntry[]> {
    return (await BinModel.findAll({ order: [['id', 'DESC']] })).map(entryOf);
  }

  async deleteJob(id: string): Promise<BinEntry> {
    const row = await DocumentModel.findOne({ where: { jobId: id, kind: 'intake' } });
    const name = row ? completeDocuments({ intake: row.body }).intake.name : id;
    return this.binned(`Job “${name}”`, [id], async (binId, transaction) => {
      const [count] = await JobModel.update({ binId }, { where: { id }, transaction, silent: true });
      if (count === 0) throw notFound('job', 'id');
    });
  }

  /** All jobs of an owner, spelled alike but for case and spaces. */
  async deleteOwner(name: string): Promise<BinEntry> {
    const wanted = spelled(name);
    if (wanted === '') throw badField('name', 'empty', 'name is the owner as it stands in the jobs');
    const rows = await this.sequelize.query<{ jobId: string; owner: string | null }>(
      `SELECT d.jobId AS jobId, json_extract(d.body, '$.owner') AS owner FROM documents d JOIN jobs j ON j.id = d.jobId
       WHERE d.kind = 'intake' AND j.binId IS NULL AND json_valid(d.body)`,
      { type: QueryTypes.SELECT },
    );
    const ids = rows.filter((r) => spelled(r.owner ?? '') === wanted).map((r) => r.jobId);
    if (ids.length === 0) throw notFound('owner', 'name');
    const words = `Everything of ${name.trim()}: ${ids.length} job${ids.length === 1 ? '' : 's'}`;
    return this.binned(words, ids, async (binId, transaction) => {
      await JobModel.update({ binId }, { where: { id: ids }, transaction, silent: true });
    });
  }

  /** A photo of a job; one that lies on the plate or shows a step is taken off there first. */
  async deletePhoto(jobId: string, hash: string): Promise<BinEntry> {
    const photo = await PhotoModel.findOne({ where: { jobId, hash } });
    if (!photo) throw notFound('photo', 'hash');
    const documents = await DocumentModel.findAll({ where: { jobId, kind: ['board', 'teardown'] } });
    const { board, teardown } = completeDocuments(Object.fromEntries(documents.map((d) => [d.kind, d.body])));
    if (board.faces.some((f) => f.photoId === hash))
      throw conflict(
        'on-plate',
        'The picture lies on the plate',
        'Take it off the plate under Look over first',
      );
    const step = stepShown(teardown, hash);
    if (step !== null)
      throw conflict('at-step', `The picture shows step ${step} of the opening`, 'Take it off there first');
    return this.binned(
      photo.caption ? `Photo “${photo.caption}”` : 'A photo',
      [jobId],
      async (binId, transaction) => {
        await PhotoModel.update({ binId }, { where: { jobId, hash }, transaction });
      },
    );
  }

  private async binned(
    words: string,
    jobIds: readonly string[],
    act: (binId: number, transaction: Transaction) => Promise<void>,
  ): Promise<BinEntry> {
    const entry = await this.writer.write(async (transaction) => {
      const made = await BinModel.create(
        { at: new Date().toISOString(), words: words.slice(0, 250) },
        { transaction },
      );
      await act(made.id, transaction);
      return entryOf(made);
    });
    for (const jobId of jobIds) this.events.tell({ kind: 'job', jobId });
    return entry;
  }

  /** Takes a deletion back. */
  async undo(id: number): Promise<BinEntry> {
    const { entry, jobs } = await this.writer.write(async (transaction) => {
      const row = await BinModel.findByPk(id, { transaction });
      if (!row) throw notFound('deletion', 'id');
      const jobIds = (await JobModel.unscoped().findAll({ where: { binId: id }, transaction })).map(
        (j) => j.id,
      );
      const photos = await PhotoModel.unscoped().findAll({ where: { binId: id }, transaction });
      await JobModel.unscoped().update({ binId: null }, { where: { binId: id }, transaction, silent: true });
      await PhotoModel.unscoped().update({ binId: null }, { where: { binId: id }, transaction });
      await row.destroy({ transaction });
      return { entry: entryOf(row), jobs: [...jobIds, ...photos.map((p) => p.jobId)] };
    });
    for (const jobId of new Set(jobs)) this.events.tell({ kind: 'job', jobId });
    return entry;
  }

  /** Deletes truly: rows, files, and what the database still held of them. */
  async purge(id: number): Promise<void> {
    const gone = await this.writer.write(async (transaction) => {
      const row = await BinModel.findByPk(id, { transaction });
      if (!row) throw notFound('deletion', 'id');
      // What is deleted is overwritten in the file as well; a transaction has a connection of its own, which is told so.
      await this.sequelize.query('PRAGMA secure_delete = ON', { transaction });
      const jobs = (await JobModel.unscoped().findAll({ where: { binId: id }, transaction })).map(
        (j) => j.id,
      );
      const photos = await PhotoModel.unscoped().findAll({
        where: { [Op.or]: [{ binId: id }, { jobId: jobs }] },
        transaction,
      });
      const hashes = [...new Set(photos.map((p) => p.hash))];
      await PhotoModel.unscoped().destroy({ where: { id: photos.map((p) => p.id) }, transaction });
      // Pieces that went into it stay counted; for which job is forgotten.
      await StockMoveModel.update({ jobId: null, note: '' }, { where: { jobId: jobs }, transaction });
      const theirs = { where: { jobId: jobs }, transaction };
      await ReadingModel.destroy(theirs);
      await ResultModel.destroy(theirs);
      await AnswersModel.destroy(theirs);
      await DocumentModel.destroy(theirs);
      await JobModel.unscoped().destroy({ where: { id: jobs }, transaction });
      await row.destroy({ transaction });
      return { jobs, hashes };
    });
    for (const hash of gone.hashes)
      if (!(await PhotoModel.unscoped().findOne({ where: { hash } }))) await this.photos.store.remove(hash);
    for (const jobId of gone.jobs)
      await rm(join(this.settings.home, 'charges', `${jobId}.csv`), { force: true });
    await this.writer.alone(() => this.sequelize.query('PRAGMA wal_checkpoint(TRUNCATE)'));
  }

  /** Deletes truly what has waited for a day. */
  async sweep(now: number): Promise<number> {
    const old = (await BinModel.findAll()).filter((b) => Date.parse(b.at) + DAY_MS <= now);
    for (const { id } of old) await this.purge(id);
    return old.length;
  }
}

const spelled = (name: string): string => name.trim().toLowerCase().replace(/\s+/gu, ' ');

const entryOf = ({ id, at, words }: BinModel): BinEntry => ({
  id,
  at,
  until: new Date(Date.parse(at) + DAY_MS).toISOString(),
  words,
});

/** Number of the first step that a picture shows; `null` for none. */
function stepShown({ steps }: Teardown, hash: string): number | null {
  const at = steps.findIndex((s) => s.photoId === hash || s.wires.some((w) => w.photoId === hash));
  return at < 0 ? null : at + 1;
}
