import 'reflect-metadata';
import { afterEach, describe, expect, it } from '@jest/globals';
import {
  copyFileSync,
  existsSync,
  mkdtempSync,
  readdirSync,
  rmSync,
  writeFileSync,
  readFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { QueryTypes } from 'sequelize';
import type { Sequelize } from 'sequelize-typescript';
import { startSentence } from '../errors/start-failure';
import { MIGRATIONS, openDatabase } from './open-database';

const homes: string[] = [];
const newHome = (): string => {
  const home = mkdtempSync(join(tmpdir(), 'zebbit-migrate-'));
  homes.push(home);
  return home;
};
afterEach(() => {
  for (const home of homes.splice(0)) rmSync(home, { recursive: true, force: true });
});

const ask = <T extends object>(db: Sequelize, sql: string): Promise<T[]> =>
  db.query<T>(sql, { type: QueryTypes.SELECT });

/** The tables with their columns: what a version's database looks like. */
async function shape(db: Sequelize): Promise<string[]> {
  const rows = await ask<{ name: string; sql: string | null }>(
    db,
    "SELECT name, sql FROM sqlite_master WHERE name NOT LIKE 'sqlite_%' ORDER BY name",
  );
  return rows.map((r) => `${r.name}: ${r.sql ?? ''}`);
}

async function addJob(db: Sequelize): Promise<void> {
  await db.query("INSERT INTO jobs (id, createdAt, updatedAt) VALUES ('j1', '2026-01-01', '2026-01-02')");
  await db.query(
    `INSERT INTO documents (jobId, kind, rev, body) VALUES ('j1', 'intake', 3, '{"name":"Tide clock"}')`,
  );
}

/** The database as a kill would leave it now: its files, without what the process holds in memory. */
function snapshot(from: string): string {
  const to = newHome();
  for (const name of readdirSync(from).filter((n) => n.startsWith('zebbit.sqlite') && !n.endsWith('-shm')))
    copyFileSync(join(from, name), join(to, name));
  return to;
}

describe('migrations', () => {
  it('a kill before any statement leaves a database that the next start makes whole', async () => {
    const whole = await openDatabase(newHome());
    const wanted = await shape(whole);
    await whole.close();
    for (let version = 0; version < MIGRATIONS.length; version += 1) {
      const home = newHome();
      if (version > 0) {
        const old = await openDatabase(home, MIGRATIONS.slice(0, version));
        await addJob(old);
        await old.close();
      }
      const killed: string[] = [];
      const watched = MIGRATIONS.map((m, i) => ({
        ...m,
        up: async (...[db, transaction]: Parameters<typeof m.up>) => {
          const { options } = db.sequelize as unknown as { readonly options: { logging: unknown } };
          if (i < version) throw new Error('ran twice');
          options.logging = () => void killed.push(snapshot(home));
          await m.up(db, transaction);
          options.logging = false;
        },
      }));
      await (await openDatabase(home, watched)).close();
      // Before each of its statements: the last change has only one.
      expect(killed.length).toBeGreaterThan(version === MIGRATIONS.length - 1 ? 0 : 2);
      for (const left of killed) {
        const again = await openDatabase(left);
        expect(await shape(again)).toEqual(wanted);
        if (version > 0) expect(await ask(again, 'SELECT id FROM jobs')).toEqual([{ id: 'j1' }]);
        await again.close();
      }
    }
  });
  it.each([1, 2, 3, 4])(
    'a database of version %i opens with all it held, and a copy of it is kept',
    async (version) => {
      const home = newHome();
      const old = await openDatabase(home, MIGRATIONS.slice(0, version));
      await addJob(old);
      await old.close();
      const now = await openDatabase(home);
      expect(await ask(now, 'SELECT rev, body FROM documents')).toEqual([
        { rev: 3, body: '{"name":"Tide clock"}' },
      ]);
      expect(await ask(now, 'SELECT changes FROM jobs')).toEqual([{ changes: 0 }]);
      await now.close();
      const copy = join(home, `zebbit-before-${MIGRATIONS[version]?.name ?? ''}.sqlite`);
      expect(existsSync(copy)).toBe(true);
      const kept = newHome();
      copyFileSync(copy, join(kept, 'zebbit.sqlite'));
      const before = await openDatabase(kept, MIGRATIONS.slice(0, version));
      expect(await ask(before, 'SELECT id FROM jobs')).toEqual([{ id: 'j1' }]);
      await before.close();
    },
  );
  it('tables that an earlier version made before it was killed do not stand in the way', async () => {
    const home = newHome();
    const old = await openDatabase(home, MIGRATIONS.slice(0, 1));
    await old.query('DELETE FROM "SequelizeMeta"');
    await old.close();
    const now = await openDatabase(home);
    expect((await ask<{ name: string }>(now, 'SELECT name FROM "SequelizeMeta"')).length).toBe(
      MIGRATIONS.length,
    );
    await now.close();
  });
});

describe('a database that cannot be used is told in one sentence', () => {
  const sentence = async (home: string): Promise<string> => {
    const error: unknown = await openDatabase(home).then(
      (db) => db.close().then(() => new Error('it opened')),
      (e: unknown) => e,
    );
    return startSentence(error, home, 4173);
  };
  const filled = async (): Promise<string> => {
    const home = newHome();
    const db = await openDatabase(home);
    await addJob(db);
    await db.query('PRAGMA wal_checkpoint(TRUNCATE)');
    await db.close();
    return home;
  };
  it('of a newer version', async () => {
    const home = newHome();
    const db = await openDatabase(home);
    await db.query(`INSERT INTO "SequelizeMeta" (name) VALUES ('0099-from-tomorrow')`);
    await db.close();
    expect(await sentence(home)).toMatch(/newer Zebbit \(0099-from-tomorrow\)/);
  });
  it.each([
    ['cut short', (b: Buffer) => b.subarray(0, Math.floor(b.length / 2)), /damaged/],
    ['a text', () => Buffer.from('not a database at all, but long enough to be looked at'), /damaged/],
    ['empty', () => Buffer.alloc(0), /is empty/],
    [
      'scribbled over',
      (b: Buffer) => Buffer.concat([b.subarray(0, 4096), Buffer.alloc(b.length - 4096, 7)]),
      /damaged/,
    ],
  ])('%s', async (_, spoil, words) => {
    const home = await filled();
    const file = join(home, 'zebbit.sqlite');
    writeFileSync(file, spoil(readFileSync(file)));
    const said = await sentence(home);
    expect(said).toMatch(words);
    expect(said).not.toMatch(/\n| at /);
  });
  it('a file where the folder should be', async () => {
    const home = join(newHome(), 'home');
    writeFileSync(home, '');
    expect(await sentence(home)).toMatch(/cannot be opened/);
  });
  it.each([
    ['EADDRINUSE', /Port 4173 is in use/],
    ['SQLITE_READONLY', /may not write/],
    ['SQLITE_FULL', /disk .* is full/],
    ['ENOSPC', /disk .* is full/],
    ['SQLITE_BUSY', /in use by another/],
  ])('%s', (code, words) => {
    expect(startSentence(Object.assign(new Error('x'), { original: { code } }), '/data', 4173)).toMatch(
      words,
    );
  });
});
