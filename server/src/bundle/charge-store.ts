import { randomUUID } from 'node:crypto';
import { mkdir, readFile, rename, rm, writeFile } from 'node:fs/promises';
import { join } from 'node:path';

/** The folder of kept charge logs: one a job, as a table of text. */
export class ChargeStore {
  constructor(private readonly folder: string) {}

  private file(jobId: string): string {
    return join(this.folder, `${jobId}.csv`);
  }

  async put(jobId: string, text: string): Promise<void> {
    await mkdir(this.folder, { recursive: true });
    const aside = `${this.file(jobId)}.${randomUUID()}`;
    await writeFile(aside, text, { flush: true });
    await rename(aside, this.file(jobId));
  }

  /** The log, or `null` where none was kept. */
  read(jobId: string): Promise<string | null> {
    return readFile(this.file(jobId), 'utf8').catch((error: unknown) => {
      if ((error as NodeJS.ErrnoException).code === 'ENOENT') return null;
      throw error;
    });
  }

  async remove(jobId: string): Promise<void> {
    await rm(this.file(jobId), { force: true });
  }
}
