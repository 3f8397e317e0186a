import { join } from 'node:path';
import type { OnApplicationBootstrap } from '@nestjs/common';
import { Inject, Injectable, Logger } from '@nestjs/common';
import type { NewPhotoDto, PhotoEntry } from '@zebbit/contract';
import { FACES_MAX } from '@zebbit/contract';
import type { Face } from '@zebbit/core';
import { addPicture, completeDocuments } from '@zebbit/core';
import type { Transaction } from 'sequelize';
import { DocumentModel, JobModel, PhotoModel } from '../database/models';
import { Writer } from '../database/writer';
import { badField, conflict, notFound } from '../errors/api-error';
import { EventsService } from '../events/events.service';
import { JobsService } from '../jobs/jobs.service';
import type { Settings } from '../settings';
import { SETTINGS } from '../settings';
import { cleanPhoto } from './clean-photo';
import { PhotoStore } from './photo-store';

@Injectable()
export class PhotosService implements OnApplicationBootstrap {
  private readonly log = new Logger('Photos');
  readonly store: PhotoStore;

  constructor(
    @Inject(SETTINGS) settings: Settings,
    @Inject(Writer) private readonly writer: Writer,
    @Inject(JobsService) private readonly jobs: JobsService,
    @Inject(EventsService) private readonly events: EventsService,
  ) {
    this.store = new PhotoStore(join(settings.home, 'photos'));
  }

  async onApplicationBootstrap(): Promise<void> {
    // What waits in the bin keeps its files.
    const rows = await PhotoModel.unscoped().findAll({ attributes: ['hash'], group: ['hash'] });
    const gone = await this.store.sweep(new Set(rows.map((r) => r.hash)), Date.now());
    if (gone > 0) this.log.warn(`${gone} photo file${gone === 1 ? '' : 's'} that no job knows removed`);
  }

  /**
   * Keeps a picture of a job.
   * @param face where it is laid on the plate at once, as its newest picture; `null` leaves the plate alone
   */
  async add(
    jobId: string,
    upload: Buffer | undefined,
    { use, caption }: NewPhotoDto,
    face: Face | null = null,
  ): Promise<PhotoEntry> {
    if (!(await JobModel.findByPk(jobId))) throw notFound('job', 'id');
    if (!upload || upload.length === 0)
      throw badField('photo', 'empty', 'photo is missing or empty', 'PNG, JPEG or WebP');
    const { bytes, hash, widthPx, heightPx } = await cleanPhoto(upload);
    await this.store.put(hash, bytes);
    const at = new Date().toISOString();
    const photo: PhotoEntry = { id: hash, use, caption, widthPx, heightPx, at };
    const rev = await this.writer.write(async (transaction) => {
      await PhotoModel.create({ jobId, hash, use, caption, widthPx, heightPx, at }, { transaction });
      const laid = face === null ? null : await this.lay(jobId, photo, face, transaction);
      await this.jobs.touch(jobId, transaction);
      return laid;
    });
    this.events.tell({ kind: 'photo', jobId, photo, face });
    if (rev !== null) this.events.tell({ kind: 'document', jobId, document: 'board', rev });
    return photo;
  }

  /** Lays a picture on a face of the stored plate; the board's new revision. */
  private async lay(jobId: string, photo: PhotoEntry, face: Face, transaction: Transaction): Promise<number> {
    const row = await DocumentModel.findOne({ where: { jobId, kind: 'board' }, transaction });
    if (!row) throw notFound('job', 'id');
    const { board } = completeDocuments({ board: row.body });
    if (board.faces.length >= FACES_MAX)
      throw conflict(
        'too-many-pictures',
        `The plate holds ${FACES_MAX} pictures already`,
        'Remove one first',
      );
    await row.update(
      { rev: row.rev + 1, body: addPicture(board, { ...photo, photoId: photo.id }, face) },
      { transaction },
    );
    return row.rev;
  }

  async read(hash: string): Promise<Buffer> {
    const known = /^[0-9a-f]{64}$/u.test(hash) && (await PhotoModel.findOne({ where: { hash } }));
    const bytes = known ? await this.store.read(hash) : null;
    if (!bytes) throw notFound('photo', 'hash');
    return bytes;
  }
}
