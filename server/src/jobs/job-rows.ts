import { Inject, Injectable } from '@nestjs/common';
import { QueryTypes } from 'sequelize';
import { Sequelize } from 'sequelize-typescript';
import type { JobSummary, StoredAnswers, StoredFound } from '@zebbit/contract';
import type {
  CheckResult,
  DocumentKind,
  JobDocuments,
  JobRecord,
  LedgerLine,
  MatchFound,
  Reading,
  TraceAnswers,
} from '@zebbit/core';
import { answersStamp, completeDocuments, matchStamp, readingsStamp } from '@zebbit/core';

export interface JobRow {
  readonly id: string;
  readonly createdAt: string;
  readonly updatedAt: string;
  readonly changes: number;
}

interface DocumentRow {
  readonly jobId: string;
  readonly kind: DocumentKind;
  readonly rev: number;
  readonly body: string;
}
type ReadingRow = Omit<Reading, 'id' | 'struck'> & {
  readonly id: number;
  readonly jobId: string;
  readonly struck: 0 | 1;
};
type ResultRow = Omit<CheckResult, 'id'> & { readonly id: number; readonly jobId: string };
interface AnswersRow {
  readonly jobId: string;
  readonly kind: 'trace' | 'match' | 'shelf';
  readonly stamp: string;
  readonly body: string;
}

/** What is worked out of a job for the shelf and for the books. */
export interface ShelfLine {
  readonly summary: JobSummary;
  /** `null` of a job that cannot be read. */
  readonly ledger: LedgerLine | null;
}

/** A job as stored, with what was weighed of exactly this state; `null` where nothing was. */
export interface StoredJob {
  readonly record: JobRecord;
  readonly revs: Readonly<Partial<Record<DocumentKind, number>>>;
  readonly answers: StoredAnswers | null;
  readonly found: StoredFound | null;
}

/** More names in one question than SQLite takes at once are asked in pieces. */
const ONE_QUESTION = 400;

/** Reads jobs by the hundred: a few questions for all of them, plain rows, no models. */
@Injectable()
export class JobRows {
  constructor(@Inject(Sequelize) private readonly sequelize: Sequelize) {}

  private ask<T extends object>(sql: string, bind: readonly string[] = []): Promise<T[]> {
    return this.sequelize.query<T>(sql, { type: QueryTypes.SELECT, bind: [...bind], raw: true });
  }

  /** All jobs, the one touched last first. */
  list(): Promise<JobRow[]> {
    return this.ask<JobRow>(
      'SELECT id, createdAt, updatedAt, changes FROM jobs WHERE binId IS NULL ORDER BY updatedAt DESC, id',
    );
  }

  /** Lines of the shelf as an earlier run left them, with what they were made from. */
  async shelved(
    ids: readonly string[],
  ): Promise<Map<string, { readonly key: string; readonly line: ShelfLine }>> {
    const out = new Map<string, { key: string; line: ShelfLine }>();
    for (const { some, marks } of inPieces(ids)) {
      const rows = await this.ask<AnswersRow>(
        `SELECT jobId, kind, stamp, body FROM answers WHERE kind = 'shelf' AND jobId IN (${marks})`,
        some,
      );
      for (const { jobId, stamp, body } of rows)
        out.set(jobId, { key: stamp, line: JSON.parse(body) as ShelfLine });
    }
    return out;
  }

  /** The jobs of these ids. One whose rows cannot be read comes back as the error, beside the others. */
  async read(ids: readonly string[], sureAt: number): Promise<Map<string, StoredJob | Error>> {
    const out = new Map<string, StoredJob | Error>();
    for (const { some, marks } of inPieces(ids)) {
      const of = <T extends object>(columns: string, table: string, order: string): Promise<T[]> =>
        this.ask<T>(`SELECT ${columns} FROM ${table} WHERE jobId IN (${marks}) ORDER BY ${order}`, some);
      const [documents, readings, results, answers] = await Promise.all([
        of<DocumentRow>('jobId, kind, rev, body', 'documents', 'jobId'),
        of<ReadingRow>('jobId, id, at, red, black, mode, shown, value, struck', 'readings', 'id'),
        of<ResultRow>('jobId, id, at, key, shown, value, note', 'results', 'id'),
        of<AnswersRow>('jobId, kind, stamp, body', 'answers', 'jobId, kind'),
      ]);
      const [docs, read, proved] = [byJob(documents), byJob(readings), byJob(results)];
      const kept = byJob(answers);
      for (const id of some)
        out.set(
          id,
          attempt(() =>
            stored(docs.get(id) ?? [], read.get(id) ?? [], proved.get(id) ?? [], kept.get(id) ?? [], sureAt),
          ),
        );
    }
    return out;
  }
}

function inPieces(ids: readonly string[]): { readonly some: readonly string[]; readonly marks: string }[] {
  return Array.from({ length: Math.ceil(ids.length / ONE_QUESTION) }, (_, n) => {
    const some = ids.slice(n * ONE_QUESTION, (n + 1) * ONE_QUESTION);
    return { some, marks: some.map((__, k) => `$${k + 1}`).join(', ') };
  });
}

function byJob<T extends { readonly jobId: string }>(rows: readonly T[]): Map<string, T[]> {
  const out = new Map<string, T[]>();
  for (const row of rows) {
    const list = out.get(row.jobId);
    if (list) list.push(row);
    else out.set(row.jobId, [row]);
  }
  return out;
}

function attempt<T>(work: () => T): T | Error {
  try {
    return work();
  } catch (error) {
    return error instanceof Error ? error : new Error(String(error));
  }
}

/** The stamp of what a match rests on, of a job as stored. */
export const foundStamp = (
  revs: Readonly<Partial<Record<DocumentKind, number>>>,
  readings: readonly Reading[],
): string =>
  matchStamp(
    { board: revs.board ?? 0, match: revs.match ?? 0, intake: revs.intake ?? 0 },
    readingsStamp(readings),
  );

export const readingOf = (row: Omit<ReadingRow, 'jobId'>): Reading => ({
  id: String(row.id),
  at: row.at,
  red: row.red,
  black: row.black,
  mode: row.mode,
  shown: row.shown,
  value: row.value,
  struck: row.struck === 1,
});

function stored(
  documents: readonly DocumentRow[],
  readingRows: readonly ReadingRow[],
  resultRows: readonly ResultRow[],
  kept: readonly AnswersRow[],
  sureAt: number,
): StoredJob {
  const bodies = Object.fromEntries(documents.map((d) => [d.kind, JSON.parse(d.body) as object]));
  const revs: Partial<Record<DocumentKind, number>> = Object.fromEntries(
    documents.map((d) => [d.kind, d.rev]),
  );
  const whole: JobDocuments = completeDocuments(bodies);
  const readings = readingRows.map(readingOf);
  const results = resultRows.map(({ id, at, key, shown, value, note }): CheckResult => ({
    id: String(id),
    at,
    key,
    shown,
    value,
    note,
  }));
  const of = (kind: AnswersRow['kind'], stamp: string): AnswersRow | undefined =>
    kept.find((a) => a.kind === kind && a.stamp === stamp);
  const now = answersStamp(revs.board ?? 0, readings, sureAt);
  const weighed = of('trace', now);
  const matched = of('match', foundStamp(revs, readings));
  const answers = weighed ? { stamp: now, answers: JSON.parse(weighed.body) as TraceAnswers } : null;
  const found = matched ? { stamp: matched.stamp, found: JSON.parse(matched.body) as MatchFound } : null;
  return { record: { ...whole, readings, results }, revs, answers, found };
}
