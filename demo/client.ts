import { readFile } from 'node:fs/promises';
import { createConnection } from 'node:net';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type {
  DrawerAnswer,
  JobBundle,
  JobSummary,
  PartsAnswer,
  PartsImportLine,
  PhotoEntry,
  PhotoUse,
  StoredStock,
  WorkshopAnswer,
} from '@zebbit/contract';
import { routes } from '@zebbit/contract';
import type { DocumentKind, JobDocuments, JobView, Kit, StockCard } from '@zebbit/core';
import type { BoardTruth } from '@zebbit/core/practice';
import { answersStamp, closingOrder, EMPTY_WORKSHOP, jobView, weighTrace } from '@zebbit/core';
import { askTruth, truthBench } from '@zebbit/core/practice';

import { storeTruth } from './stand-in';

const PICTURE_FOLDER = join(dirname(dirname(fileURLToPath(import.meta.url))), 'pictures');

/** Speaks to a running server as a person's browser would; throws on every refusal. */
export class DemoClient {
  constructor(
    private readonly base: string,
    /** Where the stand-in meter listens; `null` without one. */
    private readonly meterPort: number | null = null,
  ) {}

  /** Tells the stand-in meter what is true of a job's board. */
  async hide(id: string, truth: BoardTruth): Promise<void> {
    const { meterPort } = this;
    if (meterPort === null) return;
    await new Promise<void>((resolve, reject) => {
      const socket = createConnection({ host: '127.0.0.1', port: meterPort });
      socket.once('error', reject);
      socket.once('data', () => {
        socket.end();
        resolve();
      });
      socket.write(`SIM:LOAD "${id}" ${JSON.stringify(storeTruth(truth))}\n`);
    });
  }

  private async ask<T>(path: string, init: RequestInit): Promise<T> {
    const response = await fetch(this.base + path, init);
    const body = (await response.json()) as T;
    if (!response.ok) throw new Error(`${path} answered ${response.status}: ${JSON.stringify(body)}`);
    return body;
  }

  private send<T>(method: string, path: string, body: unknown): Promise<T> {
    return this.ask<T>(path, {
      method,
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
  }

  /** Tells the workshop what lies on its bench. */
  async kit(kit: Kit): Promise<void> {
    const { rev, workshop } = await this.ask<WorkshopAnswer>(routes.workshop(), {});
    await this.send('PUT', routes.workshop(), { rev, body: { ...workshop.record, kit } });
  }

  job(id: string): Promise<JobBundle> {
    return this.ask(routes.job(id), {});
  }

  newJob(name: string): Promise<JobBundle> {
    return this.send('POST', routes.jobs(), { name });
  }

  async save<K extends DocumentKind>(id: string, kind: K, body: JobDocuments[K]): Promise<void> {
    const { revs } = await this.job(id);
    await this.send('PUT', routes.document(id, kind), { rev: revs[kind], body });
  }

  async photo(id: string, file: string, use: PhotoUse, caption: string): Promise<PhotoEntry> {
    const form = new FormData();
    form.set('use', use);
    form.set('caption', caption);
    form.set('photo', new Blob([await readFile(join(PICTURE_FOLDER, file))], { type: 'image/jpeg' }), file);
    return this.ask(routes.photos(id), { method: 'POST', body: form });
  }

  /** Sends footprint files as one import; throws when one of them is refused. */
  async takeParts(files: readonly { readonly name: string; readonly text: string }[]): Promise<void> {
    const form = new FormData();
    for (const f of files) form.append('files', new Blob([f.text]), f.name);
    const response = await fetch(this.base + routes.partsImport(), { method: 'POST', body: form });
    const last = (await response.text()).trim().split('\n').at(-1) ?? '';
    const line = JSON.parse(last) as PartsImportLine;
    if (!('report' in line) || line.report.refusedCount > 0) throw new Error(`the import answered ${last}`);
  }

  async parts(): Promise<PartsAnswer['parts']> {
    const { parts } = await this.ask<PartsAnswer>(routes.parts(), {});
    return parts;
  }

  addStock(card: StockCard, count: number): Promise<StoredStock> {
    return this.send('POST', routes.drawer(), { card, count });
  }

  jobs(): Promise<JobSummary[]> {
    return this.ask(routes.jobs(), {});
  }

  drawer(): Promise<DrawerAnswer> {
    return this.ask(routes.drawer(), {});
  }

  book(id: string, by: number, jobId: string, note: string): Promise<StoredStock> {
    return this.send('POST', routes.stockMoves(id), { by, jobId, note });
  }

  keepCard(id: string, learned: string): Promise<unknown> {
    return this.send('PUT', routes.jobCard(id), { learned });
  }

  /** The job as its page would see it, weighed. */
  async view(id: string): Promise<JobView> {
    const { documents, readings, results } = await this.job(id);
    return jobView({ ...documents, readings, results }, weighTrace(documents.board, readings));
  }

  /** Weighs a job and keeps the answers with it, as its page does. */
  async weigh(id: string): Promise<void> {
    const { documents, revs, readings } = await this.job(id);
    const answers = weighTrace(documents.board, readings);
    const stamp = answersStamp(revs.board, readings, EMPTY_WORKSHOP.sureAt);
    await this.send('PUT', routes.answers(id), { stamp, answers });
  }

  /** Probes as proposed, reading a made-up meter, up to `limit` times. */
  async probe(id: string, truth: BoardTruth, limit = 200): Promise<void> {
    const bench = truthBench(truth);
    for (let i = 0; i < limit; i += 1) {
      const order = (await this.view(id)).answers?.order;
      if (!order) return;
      const shown = askTruth(bench, order.red, order.black, order.mode);
      await this.send('POST', routes.readings(id), {
        red: order.red,
        black: order.black,
        mode: order.mode,
        ...shown,
      });
    }
  }

  /** Proves with good results, in the order of the list, up to `limit` checks. */
  async prove(
    id: string,
    figures: { readonly volts: number; readonly amps: number },
    limit = 200,
  ): Promise<void> {
    await this.weigh(id);
    const { checks, record, gate } = await this.view(id);
    const { teardown, closing } = record;
    /** The board alone comes before what the test needs is connected, and that before the rest of power. */
    let connected = closing.stepsDone.length > 0;
    for (const [i, check] of checks
      .filter((c) => !c.helps)
      .slice(0, limit)
      .entries()) {
      const wobble = ((i * 7) % 5) * 0.04;
      const result =
        check.entry === 'yes-no'
          ? { shown: 'yes', value: null }
          : check.entry === 'volts'
            ? { shown: 'value', value: check.powered ? figures.volts : 3.84 }
            : check.entry === 'amps'
              ? { shown: 'value', value: figures.amps }
              : check.key.startsWith('cc:')
                ? { shown: 'value', value: 5_080 }
                : check.group === 'ring'
                  ? { shown: 'value', value: Number((0.2 + wobble).toFixed(2)) }
                  : check.key.startsWith('short')
                    ? { shown: 'value', value: 46_800 }
                    : { shown: 'over', value: null };
      if (!connected && (check.group === 'with-cell' || check.group === 'half-open')) {
        const needed = closingOrder(teardown).slice(0, gate.after);
        await this.save(id, 'closing', { ...closing, stepsDone: needed.map((s) => s.step.id) });
        connected = true;
      }
      await this.send('POST', routes.results(id), { key: check.key, note: '', ...result });
    }
  }
}
