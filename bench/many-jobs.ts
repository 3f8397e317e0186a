import { join } from 'node:path';
import sqlite3 from 'sqlite3';

/** Statements on a database file of a server that is not running, one after the other. */
export function onDatabase(home: string, statements: readonly string[]): Promise<void> {
  return new Promise((resolve, reject) => {
    const db = new sqlite3.Database(join(home, 'zebbit.sqlite'), (opened) => {
      if (opened) {
        reject(opened);
        return;
      }
      db.exec(statements.join(';\n'), (failed) => {
        db.close((closed) => {
          const error = failed ?? closed;
          if (error) reject(error);
          else resolve();
        });
      });
    });
  });
}

/** Fills a workshop up with copies of its own jobs, documents, readings and answers and all, to about `count`. */
export function cloneJobs(home: string, count: number, own: number): Promise<void> {
  const copies = Math.max(0, Math.ceil(count / own) - 1);
  const statements = ['PRAGMA foreign_keys = OFF', 'BEGIN', 'CREATE TEMP TABLE own AS SELECT id FROM jobs'];
  for (let n = 1; n <= copies; n += 1) {
    const as = (table: string, columns: string): string =>
      `INSERT INTO ${table} (jobId, ${columns}) SELECT jobId || '-${n}', ${columns} FROM ${table} WHERE jobId IN (SELECT id FROM own)`;
    statements.push(
      `INSERT INTO jobs (id, createdAt, updatedAt, changes) SELECT id || '-${n}', createdAt, updatedAt, changes FROM jobs WHERE id IN (SELECT id FROM own)`,
      as('documents', 'kind, rev, body'),
      as('readings', '"at", red, black, mode, shown, value, struck'),
      as('results', '"at", key, shown, value'),
      // Readings have numbers of their own, so answers that name them speak of others: the copies are weighed anew when they are opened.
    );
  }
  return onDatabase(home, [...statements, 'COMMIT']);
}

/** Takes a database back to what the version before this one had, as an upgrade finds it. */
export const asBefore = (home: string): Promise<void> =>
  onDatabase(home, [
    'DROP TABLE answers',
    'ALTER TABLE jobs DROP COLUMN changes',
    'ALTER TABLE stock DROP COLUMN rev',
    `DELETE FROM "SequelizeMeta" WHERE name LIKE '0004%'`,
  ]);
