import { Inject, Injectable } from '@nestjs/common';
import type { OpenWait, ToldWait } from '@zebbit/contract';
import type { ActKind, OwnMinutes, Wait, WaitsRecord } from '@zebbit/core';
import { actKindOf } from '@zebbit/core';
import { QueryTypes } from 'sequelize';
import { Sequelize } from 'sequelize-typescript';
import { DocumentsService } from '../documents/documents.service';
import { notFound } from '../errors/api-error';
import type { CalendarJob } from './calendar';

interface WaitsRow {
  readonly jobId: string;
  readonly name: string;
  readonly handedBack: 0 | 1 | null;
  readonly waits: string;
  readonly promised: string | null;
}

/** Own records that durations are learned from, of each kind of act: the newest so many. */
const NEWEST = 60;
/** Jobs that they are looked for in: those touched last. */
const NEWEST_JOBS = 200;
/** Readings further apart than this were not one after the other, minutes. */
const PAUSE_MIN = 5;

/** What runs by itself, of all jobs: kept with each job, asked for and changed together. */
@Injectable()
export class WaitsService {
  constructor(
    @Inject(Sequelize) private readonly sequelize: Sequelize,
    @Inject(DocumentsService) private readonly documents: DocumentsService,
  ) {}

  private ask<T extends object>(sql: string): Promise<T[]> {
    return this.sequelize.query<T>(sql, { type: QueryTypes.SELECT });
  }

  /** Jobs that wait for something or were promised. */
  private rows(): Promise<WaitsRow[]> {
    return this.ask<WaitsRow>(
      `SELECT w.jobId AS jobId, json_extract(i.body, '$.name') AS name, json_extract(c.body, '$.handedBack') AS handedBack,
              json_extract(w.body, '$.waits') AS waits, json_extract(w.body, '$.promised') AS promised
       FROM documents w JOIN jobs j ON j.id = w.jobId
       JOIN documents i ON i.jobId = w.jobId AND i.kind = 'intake'
       JOIN documents c ON c.jobId = w.jobId AND c.kind = 'closing'
       WHERE w.kind = 'waits' AND j.binId IS NULL AND w.body NOT LIKE '{"waits":[],"promised":null,%' AND json_valid(w.body) AND json_valid(i.body) AND json_valid(c.body)
         AND (json_array_length(w.body, '$.waits') > 0 OR json_extract(w.body, '$.promised') IS NOT NULL)
       ORDER BY w.jobId`,
    );
  }

  /** Every wait that goes on, the one that ends first first; those without an end last. */
  async open(): Promise<OpenWait[]> {
    const end = ({ wait }: OpenWait): number =>
      wait.span ? Date.parse(wait.startedAt) + wait.span.usual * 60_000 : Number.MAX_SAFE_INTEGER;
    return (await this.rows())
      .flatMap(({ jobId, name, waits }) =>
        (JSON.parse(waits) as Wait[])
          .filter((w) => w.endedAt === null)
          .map((wait): OpenWait => ({ jobId, jobName: name, wait })),
      )
      .toSorted((a, b) => end(a) - end(b));
  }

  /** What a calendar wants to know: waits that go on, and promises of jobs that are still here. */
  async calendar(): Promise<CalendarJob[]> {
    return (await this.rows()).map(({ jobId, name, waits, promised, handedBack }) => ({
      jobId,
      jobName: name,
      waits: (JSON.parse(waits) as Wait[]).filter((w) => w.endedAt === null),
      promised: handedBack === 1 ? null : promised,
    }));
  }

  /** Says that a wait is over, or goes on after all. */
  async end(jobId: string, waitId: string, ended: boolean, now: string): Promise<void> {
    await this.changeOne(jobId, waitId, (wait) =>
      (wait.endedAt !== null) === ended ? null : { ...wait, endedAt: ended ? now : null },
    );
  }

  /** Whether the page that asks is the one to tell that a wait is due: the first that asks, once for all time. */
  async tell(jobId: string, waitId: string, now: string): Promise<ToldWait> {
    return {
      first: await this.changeOne(jobId, waitId, (wait) =>
        wait.toldAt === null && wait.endedAt === null ? { ...wait, toldAt: now } : null,
      ),
    };
  }

  private changeOne(jobId: string, waitId: string, change: (wait: Wait) => Wait | null): Promise<boolean> {
    return this.documents.change(jobId, 'waits', (record): WaitsRecord | null => {
      const wait = record.waits.find((w) => w.id === waitId);
      if (!wait) throw notFound('wait', 'wait');
      const next = change(wait);
      return next && { ...record, waits: record.waits.map((w) => (w.id === waitId ? next : w)) };
    });
  }

  /** Minutes that acts took here: what was ticked by the space bar, and the pauses between readings and between checks. */
  async durations(): Promise<OwnMinutes> {
    const [did, probes, checks] = await Promise.all([
      this.ask<{ id: string; lengthMm: number | null; minutes: number }>(
        `SELECT json_extract(n.value, '$.id') AS id, json_extract(n.value, '$.lengthMm') AS lengthMm, json_extract(n.value, '$.minutes') AS minutes
         FROM (SELECT id, updatedAt FROM jobs WHERE binId IS NULL ORDER BY updatedAt DESC LIMIT ${NEWEST_JOBS}) j
         JOIN documents d ON d.jobId = j.id AND d.kind = 'rebuild', json_each(d.body, '$.did') n
         WHERE json_valid(d.body) AND json_extract(n.value, '$.minutes') > 0
         ORDER BY j.updatedAt DESC`,
      ),
      this.pauses('readings'),
      this.pauses('results'),
    ]);
    const own: Partial<Record<ActKind, number[]>> = { probe: probes, check: checks };
    for (const { id, lengthMm, minutes } of did) {
      const list = (own[actKindOf(id, lengthMm !== null)] ??= []);
      if (list.length < NEWEST) list.push(minutes);
    }
    return own;
  }

  /** Minutes between one and the next of the same job, where nobody went away. */
  private async pauses(table: 'readings' | 'results'): Promise<number[]> {
    const rows = await this.ask<{ minutes: number }>(
      `SELECT minutes FROM (
         SELECT id, (julianday(at) - julianday(LAG(at) OVER (PARTITION BY jobId ORDER BY id))) * 1440 AS minutes
         FROM ${table} ORDER BY id DESC LIMIT 400
       ) WHERE minutes > 0.02 AND minutes < ${PAUSE_MIN} ORDER BY id DESC LIMIT ${NEWEST}`,
    );
    return rows.map((r) => r.minutes);
  }
}
