import { existsSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { Worker } from 'node:worker_threads';
import type { HttpStatus } from '@nestjs/common';
import { Injectable } from '@nestjs/common';
import type { ApiFailure } from '@zebbit/contract';
import { PART_FILE_MAX_SECONDS } from '@zebbit/contract';
import { ApiError, badField } from '../errors/api-error';
import type { NamedBytes } from '../zip/unpack-zip';
import type { ReadNews } from './read-parts';
import { readParts } from './read-parts';

type WorkerNews =
  | ReadNews
  | { readonly kind: 'end' }
  | { readonly kind: 'failure'; readonly failure: ApiFailure; readonly status: HttpStatus };

/** How often it is looked whether the reading still moves and is still wanted, ms. */
const LOOK_MS = 100;

/** Built beside the server; absent where the source runs as it is, in unit tests. */
const BUILT_WORKER = fileURLToPath(new URL('./read-parts.worker.js', import.meta.url));

@Injectable()
export class PartReader {
  /** Seconds that one file may take. */
  secondsEach = PART_FILE_MAX_SECONDS;

  constructor(private readonly worker: string | null = existsSync(BUILT_WORKER) ? BUILT_WORKER : null) {}

  /** Reads files in a thread of its own; rejects with the reason when the whole is refused, one file takes too long, or it is stopped. */
  read(files: readonly NamedBytes[], hear: (news: ReadNews) => void, stopped: () => boolean): Promise<void> {
    const stop = (): ApiError => badField('files', 'stopped', 'The import was stopped; nothing was kept');
    if (this.worker === null) return this.readHere(files, hear, () => (stopped() ? stop() : null));
    const thread = new Worker(this.worker, { workerData: files });
    // Until the thread runs no file can be blamed: a busy machine takes its time to begin one.
    let at = { name: files[0]?.name ?? '', since: Infinity };
    return new Promise<void>((resolve, reject) => {
      const look = setInterval(() => {
        if (stopped()) reject(stop());
        else if (Date.now() - at.since > this.secondsEach * 1000)
          reject(
            badField(
              at.name,
              'too-slow',
              `“${at.name}” took more than ${this.secondsEach} s to read and was given up`,
              'Nothing was kept',
            ),
          );
      }, LOOK_MS);
      const over = (): void => clearInterval(look);
      thread.on('message', (news: WorkerNews) => {
        if (news.kind === 'end') resolve();
        else if (news.kind === 'failure') reject(new ApiError(news.status, news.failure));
        else {
          if (news.kind === 'begun') at = { name: news.name, since: Date.now() };
          hear(news);
        }
      });
      thread.on('online', () => (at = { ...at, since: Date.now() }));
      thread.on('error', reject);
      thread.on('exit', over);
    }).finally(() => void thread.terminate());
  }

  private async readHere(
    files: readonly NamedBytes[],
    hear: (news: ReadNews) => void,
    refusal: () => ApiError | null,
  ): Promise<void> {
    await Promise.resolve();
    readParts(files, (news) => {
      const no = refusal();
      if (no) throw no;
      hear(news);
    });
  }
}
