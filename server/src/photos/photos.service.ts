import { mkdir, readFile, rename, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { randomUUID } from 'node:crypto';
import { Inject, Injectable } from '@nestjs/common';
import type { NewPhotoDto, PhotoEntry } from '@zebbit/contract';
import { JobModel, PhotoModel } from '../database/models';
import { Writer } from '../database/writer';
import { badField, notFound } from '../errors/api-error';
import { JobsService } from '../jobs/jobs.service';
import type { Settings } from '../settings';
import { SETTINGS } from '../settings';
import { JobEvents } from './job-events';
import { cleanPhoto } from './clean-photo';

@Injectable()
export class PhotosService {
  constructor(
    @Inject(SETTINGS) private readonly settings: Settings,
    @Inject(Writer) private readonly writer: Writer,
    @Inject(JobsService) private readonly jobs: JobsService,
    @Inject(JobEvents) private readonly events: JobEvents,
  ) {}

  private file(hash: string): string {
    return join(this.settings.home, 'photos', hash);
  }

  async add(jobId: string, upload: Buffer | undefined, { use, caption }: NewPhotoDto): Promise<PhotoEntry> {
    if (!(await JobModel.findByPk(jobId))) throw notFound('job', 'id');
    if (!upload || upload.length === 0)
      throw badField('photo', 'empty', 'photo is missing or empty', 'PNG, JPEG or WebP');
    const { bytes, hash, widthPx, heightPx } = await cleanPhoto(upload);
    await mkdir(join(this.settings.home, 'photos'), { recursive: true });
    // Written aside and moved in one step: a kill in the middle leaves no half photo under a hash.
    const aside = `${this.file(hash)}.${randomUUID()}`;
    await writeFile(aside, bytes);
    await rename(aside, this.file(hash));
    const at = new Date().toISOString();
    await this.writer.write(async (transaction) => {
      await PhotoModel.create({ jobId, hash, use, caption, widthPx, heightPx, at }, { transaction });
      await this.jobs.touch(jobId, transaction);
    });
    const photo: PhotoEntry = { id: hash, use, caption, widthPx, heightPx, at };
    this.events.tell(jobId, { kind: 'photo', photo });
    return photo;
  }

  async read(hash: string): Promise<Buffer> {
    const known = /^[0-9a-f]{64}$/u.test(hash) && (await PhotoModel.findOne({ where: { hash } }));
    if (!known) throw notFound('photo', 'hash');
    return readFile(this.file(hash));
  }
}
