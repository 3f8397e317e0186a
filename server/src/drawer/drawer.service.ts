import { randomUUID } from 'node:crypto';
import { Inject, Injectable } from '@nestjs/common';
import type { Transaction } from 'sequelize';
import type { DrawerAnswer, StoredStock } from '@zebbit/contract';
import type { Intake, StockCard, StockMove } from '@zebbit/core';
import { readDrawerCsv, stockCount } from '@zebbit/core';
import { DocumentModel, JobModel, StockModel, StockMoveModel } from '../database/models';
import { Writer } from '../database/writer';
import { badField, conflict, notFound } from '../errors/api-error';
import { EventsService } from '../events/events.service';

@Injectable()
export class DrawerService {
  constructor(
    @Inject(Writer) private readonly writer: Writer,
    @Inject(EventsService) private readonly events: EventsService,
  ) {}

  async list(): Promise<DrawerAnswer> {
    const [rows, moves, intakes] = await Promise.all([
      StockModel.findAll({ order: [['at', 'ASC']] }),
      StockMoveModel.findAll({ order: [['id', 'ASC']] }),
      DocumentModel.findAll({ where: { kind: 'intake' } }),
    ]);
    const of = new Map<string, StockMove[]>();
    for (const m of moves) of.set(m.stockId, [...(of.get(m.stockId) ?? []), moveOf(m)]);
    const used = new Set(moves.map((m) => m.jobId));
    return {
      entries: rows.map((r) => entryOf(r, of.get(r.id) ?? [])),
      jobs: Object.fromEntries(
        intakes.filter((d) => used.has(d.jobId)).map((d) => [d.jobId, (d.body as Intake).name]),
      ),
    };
  }

  async add(card: StockCard, count: number): Promise<StoredStock> {
    checkCard(card);
    return this.told(await this.writer.write((t) => this.put(card, count, t)));
  }

  /** Stores a card made from the newest revision; otherwise refuses and stores nothing. */
  async save(id: string, rev: number, card: StockCard, removed: boolean): Promise<StoredStock> {
    checkCard(card);
    await this.writer.write(async (transaction) => {
      const row = await found(id, transaction);
      if (row.rev !== rev)
        throw conflict(
          'stale',
          'This compartment was changed in another window since it was opened here',
          'What stands now is shown; type your change again',
        );
      await row.update({ rev: rev + 1, body: card, removed }, { transaction });
    });
    return this.told(id);
  }

  /** Books pieces in or out; never more out than there are. */
  async move(id: string, by: number, jobId: string | null, note: string): Promise<StoredStock> {
    if (by === 0) throw badField('by', 'nothing', 'Book one piece at least, in or out');
    await this.writer.write(async (transaction) => {
      await found(id, transaction);
      if (jobId !== null && !(await JobModel.findByPk(jobId, { transaction })))
        throw notFound('job', 'jobId');
      const moves = await StockMoveModel.findAll({ where: { stockId: id }, transaction });
      const count = stockCount({ moves: moves.map(moveOf) });
      if (count + by < 0)
        throw badField('by', 'too-many', `Only ${count} ${count === 1 ? 'is' : 'are'} in the drawer`);
      await StockMoveModel.create(
        { stockId: id, at: new Date().toISOString(), by, jobId, note },
        { transaction },
      );
    });
    return this.told(id);
  }

  /** Adds every line of a list, or none when one of them is wrong. */
  async take(text: string): Promise<{ readonly added: number; readonly ids: readonly string[] }> {
    const read = readDrawerCsv(text);
    if (!read.ok) throw badField(read.column, 'bad-line', read.message, 'Nothing of the list was kept');
    const ids = await this.writer.write(async (transaction) => {
      const made: string[] = [];
      for (const line of read.lines) made.push(await this.put(line.card, line.count, transaction));
      return made;
    });
    this.events.tell({ kind: 'drawer' });
    return { added: ids.length, ids };
  }

  private async put(card: StockCard, count: number, transaction: Transaction): Promise<string> {
    const id = randomUUID();
    const at = new Date().toISOString();
    await StockModel.create({ id, at, rev: 0, body: card, removed: false }, { transaction });
    if (count > 0)
      await StockMoveModel.create(
        { stockId: id, at, by: count, jobId: null, note: 'first count' },
        { transaction },
      );
    return id;
  }

  private told(id: string): Promise<StoredStock> {
    this.events.tell({ kind: 'drawer' });
    return this.one(id);
  }

  private async one(id: string): Promise<StoredStock> {
    const row = await StockModel.findByPk(id);
    if (!row) throw notFound('compartment', 'id');
    const moves = await StockMoveModel.findAll({ where: { stockId: id }, order: [['id', 'ASC']] });
    return entryOf(row, moves.map(moveOf));
  }
}

function checkCard(card: StockCard): void {
  if (card.name.trim() === '')
    throw badField('card.name', 'empty', 'What lies in the compartment needs a name');
}

async function found(id: string, transaction: Transaction): Promise<StockModel> {
  const row = await StockModel.findByPk(id, { transaction });
  if (!row) throw notFound('compartment', 'id');
  return row;
}

const moveOf = (m: StockMoveModel): StockMove => ({
  id: m.id,
  at: m.at,
  by: m.by,
  jobId: m.jobId,
  note: m.note,
});

const entryOf = (row: StockModel, moves: readonly StockMove[]): StoredStock => ({
  ...row.body,
  id: row.id,
  rev: row.rev,
  removed: row.removed,
  moves,
});
