import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { JobBundle } from '@zebbit/contract';
import type { DocumentKind, JobDocuments } from '@zebbit/core';
import { weighTrace } from '@zebbit/core';
import type { BoardTruth } from '@zebbit/core/practice';
import { askTruth, truthBench } from '@zebbit/core/practice';

interface StoredPhoto {
  readonly id: string;
  readonly widthPx: number;
  readonly heightPx: number;
}

/** Puts on a job what another test does by the screens: its documents, pictures and readings. */
export class JobClient {
  constructor(private readonly base: string) {}

  private async ask<T>(path: string, init: RequestInit = {}): Promise<T> {
    const response = await fetch(`${this.base}/api/jobs/${path}`, init);
    if (!response.ok) throw new Error(`${path} answered ${response.status}: ${await response.text()}`);
    return (await response.json()) as T;
  }

  private send<T>(method: string, path: string, body: unknown): Promise<T> {
    return this.ask(path, {
      method,
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
  }

  /** A new job; its id. */
  async newJob(name: string): Promise<string> {
    const { id } = await this.send<{ readonly id: string }>('POST', '', { name });
    return id;
  }

  job(id: string): Promise<JobBundle> {
    return this.ask(id);
  }

  async save<K extends DocumentKind>(id: string, kind: K, body: JobDocuments[K]): Promise<void> {
    const { revs } = await this.job(id);
    await this.send('PUT', `${id}/${kind}`, { rev: revs[kind], body });
  }

  photo(id: string, file: string): Promise<StoredPhoto> {
    const bytes = readFileSync(join(import.meta.dirname, '../demo/pictures', file));
    const form = new FormData();
    form.set('use', 'board');
    form.set('caption', 'board, top');
    form.set('photo', new Blob([new Uint8Array(bytes)], { type: 'image/jpeg' }), file);
    return this.ask(`${id}/photos`, { method: 'POST', body: form });
  }

  /** Probes as proposed until nothing more is asked. */
  async probe(id: string, truth: BoardTruth): Promise<void> {
    const bench = truthBench(truth);
    for (let n = 0; n < 80; n += 1) {
      const { documents, readings } = await this.job(id);
      const { order } = weighTrace(documents.board, readings);
      if (!order) return;
      const { red, black, mode } = order;
      await this.send('POST', `${id}/readings`, { red, black, mode, ...askTruth(bench, red, black, mode) });
    }
  }
}
