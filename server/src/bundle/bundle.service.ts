import { randomBytes } from 'node:crypto';
import { join } from 'node:path';
import { Inject, Injectable } from '@nestjs/common';
import type { JobBundle } from '@zebbit/contract';
import { CHARGE_MAX_BYTES } from '@zebbit/contract';
import { DOCUMENT_KINDS, readChargeCsv } from '@zebbit/core';
import { DocumentModel, JobModel, PhotoModel, ReadingModel, ResultModel } from '../database/models';
import { Writer } from '../database/writer';
import { badField, notFound } from '../errors/api-error';
import { EventsService } from '../events/events.service';
import { JobsService } from '../jobs/jobs.service';
import { photoType } from '../photos/clean-photo';
import { PhotosService } from '../photos/photos.service';
import type { Settings } from '../settings';
import { SETTINGS } from '../settings';
import { ChargeStore } from './charge-store';
import { readBundle } from './read-bundle';
import type { BundleParts } from './write-bundle';
import { writeBundle } from './write-bundle';

/** A job as one file, out and in; and the log of its charge. */
@Injectable()
export class BundleService {
  private readonly charges: ChargeStore;

  constructor(
    @Inject(SETTINGS) settings: Settings,
    @Inject(Writer) private readonly writer: Writer,
    @Inject(JobsService) private readonly jobs: JobsService,
    @Inject(PhotosService) private readonly photos: PhotosService,
    @Inject(EventsService) private readonly events: EventsService,
  ) {
    this.charges = new ChargeStore(join(settings.home, 'charges'));
  }

  async write(id: string): Promise<{ readonly name: string; readonly bytes: Uint8Array }> {
    const job = await this.jobs.bundle(id);
    const photos = new Map<string, { bytes: Uint8Array; type: ReturnType<typeof photoType> }>();
    for (const { id: hash } of job.photos) {
      if (photos.has(hash)) continue;
      const bytes = await this.photos.read(hash);
      photos.set(hash, { bytes, type: photoType(bytes) });
    }
    const charge = await this.charges.read(id);
    const plain = job.documents.intake.name
      .replace(/[^\w -]+/gu, '')
      .trim()
      .replaceAll(' ', '-');
    return {
      name: `${plain || 'job'}.zip`,
      bytes: writeBundle({ job, photos: photos as BundleParts['photos'], charge }),
    };
  }

  /** Takes a bundle in as a new job, whole or not at all. */
  async take(upload: Buffer | undefined): Promise<JobBundle> {
    if (!upload || upload.length === 0) throw badField('bundle', 'empty', 'bundle is missing or empty');
    const { file, photos, charge } = await readBundle(upload);
    const sizes = new Map(photos.map((p) => [p.hash, p]));
    for (const photo of photos) await this.photos.store.put(photo.hash, photo.bytes);
    const id = randomBytes(5).toString('hex');
    if (charge !== null) await this.charges.put(id, charge);
    const { documents } = file;
    await this.writer.write(async (transaction) => {
      await JobModel.create({ id, changes: 0, createdAt: new Date(file.createdAt) }, { transaction });
      await DocumentModel.bulkCreate(
        DOCUMENT_KINDS.map((kind) => ({ jobId: id, kind, rev: 0, body: documents[kind] })),
        { transaction },
      );
      const rows = { transaction };
      await ReadingModel.bulkCreate(
        file.readings.map(({ at, red, black, mode, shown, value, struck }) => ({
          jobId: id,
          at,
          red,
          black,
          mode,
          shown,
          value,
          struck,
        })),
        rows,
      );
      await ResultModel.bulkCreate(
        file.results.map(({ at, key, shown, value, note = '' }) => ({
          jobId: id,
          at,
          key,
          shown,
          value,
          note,
        })),
        rows,
      );
      await PhotoModel.bulkCreate(
        file.photos.map(({ id: hash, use, caption, at }) => ({
          jobId: id,
          hash,
          use,
          caption,
          at,
          widthPx: sizes.get(hash)?.widthPx,
          heightPx: sizes.get(hash)?.heightPx,
        })),
        rows,
      );
    });
    this.events.tell({ kind: 'job', jobId: id });
    return this.jobs.bundle(id);
  }

  async charge(id: string): Promise<string> {
    const text = (await JobModel.findByPk(id)) ? await this.charges.read(id) : null;
    if (text === null) throw notFound('charge', 'id');
    return text;
  }

  /** Keeps the log of a charge with the job; it takes the place of an earlier one. */
  async keepCharge(id: string, upload: Buffer | undefined): Promise<{ readonly bytes: number }> {
    if (!(await JobModel.findByPk(id))) throw notFound('job', 'id');
    if (!upload || upload.length === 0 || upload.length > CHARGE_MAX_BYTES)
      throw badField('charge', 'empty', 'charge is missing or empty');
    const text = upload.toString('utf8').replaceAll('\0', '');
    // Its beginning tells whether it is a log; the whole is read by the page.
    const read = readChargeCsv(text.split('\n', 60).join('\n'));
    if (!read.ok) throw badField('charge', 'not-a-log', `It is no log of a power meter: ${read.message}`);
    await this.charges.put(id, text);
    await this.writer.write((transaction) => this.jobs.touch(id, transaction));
    return { bytes: upload.length };
  }
}
