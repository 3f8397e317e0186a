import { Inject, Injectable } from '@nestjs/common';
import type { SavedDocument } from '@zebbit/contract';
import type { Board, DocumentKind, JobDocuments, Teardown, WaitsRecord } from '@zebbit/core';
import { checkBoard, closingFault, EMPTY_DOCUMENTS, stepFault, waitFault } from '@zebbit/core';
import { DocumentModel, JobModel, PhotoModel } from '../database/models';
import type { Transaction } from 'sequelize';
import { Writer } from '../database/writer';
import { badField, conflict, notFound } from '../errors/api-error';
import { EventsService } from '../events/events.service';
import { JobsService } from '../jobs/jobs.service';

@Injectable()
export class DocumentsService {
  constructor(
    @Inject(Writer) private readonly writer: Writer,
    @Inject(JobsService) private readonly jobs: JobsService,
    @Inject(EventsService) private readonly events: EventsService,
  ) {}

  /** Stores a document whole, when it was made from the newest revision; otherwise refuses and stores nothing. */
  async save<K extends DocumentKind>(
    jobId: string,
    kind: K,
    rev: number,
    body: JobDocuments[K],
  ): Promise<SavedDocument> {
    const saved = await this.writer.write(async (transaction) => {
      const row = await this.row(jobId, kind, transaction);
      if (row.rev !== rev) {
        throw conflict(
          'stale',
          'This was changed in another window since it was opened here',
          'The page takes both changes together, or asks which one stands',
        );
      }
      await row.update({ rev: rev + 1, body }, { transaction });
      await this.jobs.touch(jobId, transaction);
      return { rev: rev + 1 };
    });
    this.events.tell({ kind: 'document', jobId, document: kind, rev: saved.rev });
    return saved;
  }

  /** A document's row. A kind that came with a later version has none yet in an older job: it is made here. */
  private async row(jobId: string, kind: DocumentKind, transaction: Transaction): Promise<DocumentModel> {
    const row = await DocumentModel.findOne({ where: { jobId, kind }, transaction });
    if (row) return row;
    if (!(await JobModel.findByPk(jobId, { transaction }))) throw notFound('job', 'id');
    return DocumentModel.create({ jobId, kind, rev: 0, body: EMPTY_DOCUMENTS[kind] }, { transaction });
  }

  /** Changes a document where it stands, whoever has it open; `null` from the change leaves it as it is. */
  async change<K extends DocumentKind>(
    jobId: string,
    kind: K,
    change: (body: JobDocuments[K]) => JobDocuments[K] | null,
  ): Promise<boolean> {
    const rev = await this.writer.write(async (transaction) => {
      const row = await this.row(jobId, kind, transaction);
      const body = change({ ...EMPTY_DOCUMENTS[kind], ...(row.body as Partial<JobDocuments[K]>) });
      if (body === null) return null;
      await row.update({ rev: row.rev + 1, body }, { transaction });
      await this.jobs.count(jobId, transaction);
      return row.rev;
    });
    if (rev === null) return false;
    this.events.tell({ kind: 'document', jobId, document: kind, rev });
    return true;
  }

  saveWaits(jobId: string, rev: number, body: WaitsRecord): Promise<SavedDocument> {
    const fault = waitFault(body);
    if (fault) throw badField(`body.${fault.path}`, fault.code, fault.message);
    return this.save(jobId, 'waits', rev, body);
  }

  async saveBoard(jobId: string, rev: number, body: Board): Promise<SavedDocument> {
    const fault = checkBoard(body);
    if (fault) throw badField(`body.${fault.path}`, fault.code, fault.message);
    for (const [i, sheet] of body.faces.entries()) {
      const photo = await PhotoModel.findOne({ where: { jobId, hash: sheet.photoId } });
      if (!photo) throw badField(`body.faces.${i}.photoId`, 'unknown-photo', 'This job has no such photo');
    }
    return this.save(jobId, 'board', rev, body);
  }

  saveTeardown(jobId: string, rev: number, body: Teardown): Promise<SavedDocument> {
    const fault = stepFault(body) ?? closingFault(body);
    if (fault) throw badField(`body.${fault.path}`, fault.code, fault.message);
    return this.save(jobId, 'teardown', rev, body);
  }
}
