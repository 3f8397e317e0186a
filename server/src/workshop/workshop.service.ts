import { Inject, Injectable } from '@nestjs/common';
import type { SavedDocument, WorkshopAnswer } from '@zebbit/contract';
import type { ConnectorFamily, FaultSite, JobKind, Workshop, WorkshopRecord } from '@zebbit/core';
import { EMPTY_WORKSHOP, NEW_WORKSHOP, usePerYear } from '@zebbit/core';
import { QueryTypes } from 'sequelize';
import { Sequelize } from 'sequelize-typescript';
import { WorkshopModel } from '../database/models';
import { Writer } from '../database/writer';
import { badField, conflict } from '../errors/api-error';
import { EventsService } from '../events/events.service';

const ONLY = 1;

@Injectable()
export class WorkshopService {
  private readonly counts = new Map<string, { readonly stamp: string; readonly value: unknown }>();

  constructor(
    @Inject(Writer) private readonly writer: Writer,
    @Inject(Sequelize) private readonly sequelize: Sequelize,
    @Inject(EventsService) private readonly events: EventsService,
  ) {}

  /** The record, with the closed jobs by fault site and the connectors used a year, both counted from the jobs. */
  async read(now = new Date()): Promise<WorkshopAnswer> {
    const [row, workshop, families] = await Promise.all([
      WorkshopModel.findByPk(ONLY),
      this.current(),
      this.counted('families', () =>
        this.ask<{ family: ConnectorFamily; createdAt: string }>(
          `SELECT json_extract(d.body, '$.family') AS family, j.createdAt AS createdAt
         FROM documents d JOIN jobs j ON j.id = d.jobId
         WHERE d.kind = 'board' AND j.binId IS NULL AND json_valid(d.body) AND json_extract(d.body, '$.family') IS NOT NULL`,
        ),
      ),
    ]);
    const days = new Map<ConnectorFamily, Date[]>();
    for (const { family, createdAt } of families)
      days.set(family, [...(days.get(family) ?? []), new Date(createdAt)]);
    const use = Object.fromEntries([...days].map(([family, list]) => [family, usePerYear(list, now)]));
    return { rev: row?.rev ?? 0, workshop: { ...workshop, usePerYear: use } };
  }

  /** What moves the next moves of all jobs: the record and the closed jobs by fault site. */
  async current(): Promise<Workshop> {
    const [record, closed, minutes] = await Promise.all([
      this.record(),
      this.counted('closed', () =>
        this.ask<{ site: FaultSite; jobs: number }>(
          `SELECT json_extract(body, '$.faultSite') AS site, COUNT(*) AS jobs
         FROM documents
         WHERE kind = 'closing' AND jobId IN (SELECT id FROM jobs WHERE binId IS NULL) AND json_valid(body) AND json_extract(body, '$.handedBack') = 1
           AND json_extract(body, '$.faultSite') IS NOT NULL
         GROUP BY site ORDER BY site`,
        ),
      ),
      this.counted('minutes', () =>
        this.ask<{ kind: JobKind; minutes: number }>(
          `SELECT json_extract(i.body, '$.kinds[0]') AS kind, json_extract(c.body, '$.minutes') AS minutes
         FROM documents c JOIN documents i ON i.jobId = c.jobId AND i.kind = 'intake'
         WHERE c.kind = 'closing' AND json_valid(c.body) AND json_valid(i.body) AND json_extract(c.body, '$.handedBack') = 1
           AND json_extract(c.body, '$.minutes') IS NOT NULL AND json_extract(i.body, '$.kinds[0]') IS NOT NULL
           AND c.jobId IN (SELECT id FROM jobs WHERE binId IS NULL)
         ORDER BY kind, minutes`,
        ),
      ),
    ]);
    const took: Partial<Record<JobKind, number[]>> = {};
    for (const m of minutes) (took[m.kind] ??= []).push(m.minutes);
    return {
      ...NEW_WORKSHOP,
      record,
      closed: Object.fromEntries(closed.map((c) => [c.site, c.jobs])),
      minutes: took,
    };
  }

  /** Other jobs may be here now: nothing that was counted stands. */
  forget(): void {
    this.counts.clear();
  }

  /** What was counted over all jobs, counted anew only when one of them changed. */
  private async counted<T>(name: string, count: () => Promise<T>): Promise<T> {
    const [now] = await this.ask<{ jobs: number; changes: number | null; at: string | null }>(
      'SELECT COUNT(*) AS jobs, SUM(changes) AS changes, MAX(updatedAt) AS at FROM jobs WHERE binId IS NULL',
    );
    const stamp = JSON.stringify(now);
    const known = this.counts.get(name);
    if (known?.stamp === stamp) return known.value as T;
    const value = await count();
    this.counts.set(name, { stamp, value });
    return value;
  }

  async sureAt(): Promise<number> {
    return (await this.record()).sureAt;
  }

  private async record(): Promise<WorkshopRecord> {
    const row = await WorkshopModel.findByPk(ONLY);
    // A record of an earlier version gets the usual figure for what it does not hold.
    return { ...EMPTY_WORKSHOP, ...row?.body };
  }

  private ask<T extends object>(sql: string): Promise<T[]> {
    return this.sequelize.query<T>(sql, { type: QueryTypes.SELECT });
  }

  async save(rev: number, body: WorkshopRecord): Promise<SavedDocument> {
    if (body.shares && Object.values(body.shares).every((s) => s === 0)) {
      throw badField('body.shares', 'all-zero', 'One share must be above 0');
    }
    const saved = await this.writer.write(async (transaction) => {
      const row = await WorkshopModel.findByPk(ONLY, { transaction });
      if ((row?.rev ?? 0) !== rev) {
        throw conflict('stale', 'The workshop was changed in another window', 'Reload to see the newer one');
      }
      await WorkshopModel.upsert({ id: ONLY, rev: rev + 1, body }, { transaction });
      return { rev: rev + 1 };
    });
    this.events.tell({ kind: 'workshop' });
    return saved;
  }
}
