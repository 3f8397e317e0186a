import { gunzipSync } from 'node:zlib';
import { Inject, Injectable } from '@nestjs/common';
import { Op } from 'sequelize';
import type { PartImportEntry, PartImportsAnswer, PartsImportReport, RefusedFile } from '@zebbit/contract';
import { PartImportModel, PartModel } from '../database/models';
import { Writer } from '../database/writer';
import { badField, notFound } from '../errors/api-error';
import { EventsService } from '../events/events.service';
import { PartReader } from './part-reader';
import type { NamedBytes } from '../zip/unpack-zip';
import type { ReadPart } from './read-parts';

/** How often an import says how far it is: once in so many files. */
const SLICE = 40;
const ROWS_AT_ONCE = 400;
/** Of the refused files so many are named. */
const NAMED = 200;

/** What an import tells on its way, and asks: whether it is still wanted. */
export interface ImportWatcher {
  readonly progress: (done: number, of: number) => void;
  readonly stopped: () => boolean;
}

@Injectable()
export class PartsService {
  constructor(
    @Inject(Writer) private readonly writer: Writer,
    @Inject(PartReader) private readonly reader: PartReader,
    @Inject(EventsService) private readonly events: EventsService,
  ) {}

  /** All parts as JSON text: the bodies are put together as they are stored, thousands of them in a second. */
  async listText(): Promise<string> {
    const rows = await PartModel.findAll({ attributes: ['body'], order: [['name', 'ASC']], raw: true });
    const bodies = rows.map(({ body }) => (typeof body === 'string' ? body : JSON.stringify(body)));
    return `{"parts":[${bodies.join(',')}]}`;
  }

  async imports(): Promise<PartImportsAnswer> {
    const rows = await PartImportModel.findAll({ order: [['id', 'DESC']] });
    return { imports: rows.map(entryOf) };
  }

  /** The file a part came from, as it came. */
  async file(id: string): Promise<string> {
    const row = await PartModel.findByPk(id);
    if (!row) throw notFound('part', 'id');
    return gunzipSync(row.file).toString('utf8');
  }

  /** Reads footprint files and zips of them and keeps those that can be read, all at once or, when stopped or refused whole, none. */
  async take(files: readonly NamedBytes[], watcher: ImportWatcher): Promise<PartsImportReport> {
    const refused: RefusedFile[] = [];
    const found = new Map<string, ReadPart>();
    let [repeated, total] = [0, 0];
    await this.reader.read(
      files,
      (news) => {
        if (news.kind === 'files') total = news.of;
        else if (news.kind === 'begun') {
          if (news.done % SLICE === 0) watcher.progress(news.done, total);
        } else if (news.kind === 'refused') refused.push(news.refused);
        else if (found.has(news.read.id)) repeated += 1;
        else found.set(news.read.id, news.read);
      },
      () => watcher.stopped(),
    );
    if (total === 0)
      throw badField(
        'files',
        'empty',
        'There is no .kicad_mod file in what was sent',
        'Choose files, a folder or a zip',
      );
    const known = new Set<string>();
    const ids = [...found.keys()];
    for (let i = 0; i < ids.length; i += ROWS_AT_ONCE) {
      const rows = await PartModel.findAll({
        attributes: ['id'],
        where: { id: { [Op.in]: ids.slice(i, i + ROWS_AT_ONCE) } },
      });
      rows.forEach((r) => known.add(r.id));
    }
    const fresh = [...found.values()].filter((p) => !known.has(p.id));
    repeated += found.size - fresh.length;
    const entry = fresh.length === 0 ? null : await this.keep(files, fresh, refused.length, watcher);
    watcher.progress(total, total);
    this.events.tell({ kind: 'parts' });
    return {
      import: entry,
      taken: fresh.length,
      repeated,
      refused: refused.slice(0, NAMED),
      refusedCount: refused.length,
    };
  }

  /** Takes an import back with all its parts. */
  async undo(id: number): Promise<void> {
    await this.writer.write(async (transaction) => {
      const gone = await PartImportModel.destroy({ where: { id }, transaction });
      if (gone === 0) throw notFound('import', 'id');
    });
    this.events.tell({ kind: 'parts' });
  }

  private keep(
    files: readonly NamedBytes[],
    parts: readonly ReadPart[],
    refused: number,
    watcher: ImportWatcher,
  ): Promise<PartImportEntry> {
    const [first] = files;
    return this.writer.write(async (transaction) => {
      const row = await PartImportModel.create(
        {
          at: new Date().toISOString(),
          name: files.length === 1 ? (first?.name ?? '').slice(0, 120) : `${files.length} files`,
          taken: parts.length,
          refused,
        },
        { transaction },
      );
      for (let i = 0; i < parts.length; i += ROWS_AT_ONCE) {
        if (watcher.stopped()) throw badField('files', 'stopped', 'The import was stopped; nothing was kept');
        await PartModel.bulkCreate(
          parts.slice(i, i + ROWS_AT_ONCE).map((p) => ({
            id: p.id,
            importId: row.id,
            name: p.part.name,
            body: p.part,
            file: Buffer.from(p.file),
          })),
          { transaction },
        );
      }
      return entryOf(row);
    });
  }
}

const entryOf = (row: PartImportModel): PartImportEntry => ({
  id: row.id,
  at: row.at,
  name: row.name,
  taken: row.taken,
  refused: row.refused,
});
