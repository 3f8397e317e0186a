import { randomUUID } from 'node:crypto';
import { copyFile, mkdir, readFile, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import type { Writable } from 'node:stream';
import { Inject, Injectable } from '@nestjs/common';
import type { RestoreReport } from '@zebbit/contract';
import { BACKUP_MAX_BYTES } from '@zebbit/contract';
import { QueryTypes } from 'sequelize';
import { Sequelize } from 'sequelize-typescript';
import { MIGRATIONS, openDatabase } from '../database/open-database';
import { Writer } from '../database/writer';
import { badField, conflict } from '../errors/api-error';
import { StartFailure } from '../errors/start-failure';
import { EventsService } from '../events/events.service';
import { JobsService } from '../jobs/jobs.service';
import { PhotosService } from '../photos/photos.service';
import type { Settings } from '../settings';
import { SETTINGS } from '../settings';
import { unpackBackup } from './read-backup';
import { BACKUP_FORMAT, BACKUP_VERSION, filesBeside, streamZip } from './write-backup';

const NAME = /^\w+$/u;

/** The whole workshop as one file, out and in, while it runs. */
@Injectable()
export class BackupService {
  private restoring = false;

  constructor(
    @Inject(SETTINGS) private readonly settings: Settings,
    @Inject(Sequelize) private readonly sequelize: Sequelize,
    @Inject(Writer) private readonly writer: Writer,
    @Inject(JobsService) private readonly jobs: JobsService,
    @Inject(PhotosService) private readonly photos: PhotosService,
    @Inject(EventsService) private readonly events: EventsService,
  ) {}

  /**
   * Every write that was acknowledged before this began is in it.
   * @returns its size about, and what writes it
   */
  async begin(): Promise<{ readonly at: string; readonly write: (out: Writable) => Promise<void> }> {
    const { home } = this.settings;
    const folder = join(home, `backup-${randomUUID()}`);
    await mkdir(folder, { recursive: true });
    const database = join(folder, 'zebbit.sqlite');
    try {
      const at = await this.writer.alone(async () => {
        await this.sequelize.query('VACUUM INTO $1', { bind: [database] });
        return new Date().toISOString();
      });
      const beside = await filesBeside(home);
      const bytes = beside.reduce((s, f) => s + f.bytes, (await stat(database)).size);
      if (bytes > BACKUP_MAX_BYTES)
        throw conflict(
          'too-large',
          `The workshop holds ${Math.round(bytes / 1e9)} GB: too much for one file`,
          `Copy the folder ${home} while Zebbit is stopped`,
        );
      const files = [{ name: 'zebbit.sqlite', path: database, bytes: 0, packs: true }, ...beside];
      const about = { format: BACKUP_FORMAT, version: BACKUP_VERSION, at, photos: beside.length };
      return {
        at,
        write: async (out) => {
          try {
            await streamZip(about, files, out);
          } finally {
            await rm(folder, { recursive: true, force: true });
          }
        },
      };
    } catch (error) {
      await rm(folder, { recursive: true, force: true });
      throw error;
    }
  }

  /** Puts a backup in the place of all that is here: all of it, or nothing. What was here is kept beside as `zebbit-before-restore.sqlite`. */
  async restore(zip: string): Promise<RestoreReport> {
    if (this.restoring)
      throw conflict('busy', 'A backup is being put back already', 'Wait until it is there');
    this.restoring = true;
    const { home } = this.settings;
    const folder = join(home, `restore-${randomUUID()}`);
    try {
      const { at, photos, charges } = await unpackBackup(zip, folder);
      await this.raise(folder);
      for (const hash of photos)
        await this.photos.store.put(hash, await readFile(join(folder, 'photos', hash)));
      const jobs = await this.writer.alone(() => this.swap(folder));
      await mkdir(join(home, 'charges'), { recursive: true });
      for (const name of charges) await copyFile(join(folder, 'charges', name), join(home, 'charges', name));
      this.jobs.forget();
      this.events.tell({ kind: 'restored' });
      return { jobs, photos: photos.length, at };
    } finally {
      this.restoring = false;
      await rm(folder, { recursive: true, force: true });
    }
  }

  /** Brings the unpacked database to this version, and holds that it is a whole one of ours with nothing else in it. */
  private async raise(folder: string): Promise<void> {
    const refuse = (code: string, message: string): Error =>
      badField('backup', code, message, 'Nothing was changed');
    let other: Sequelize;
    try {
      other = await openDatabase(folder, MIGRATIONS, []);
    } catch (error) {
      throw refuse(
        'bad-database',
        error instanceof StartFailure && error.message.includes('newer')
          ? 'The backup was made by a newer Zebbit'
          : 'The database in it is damaged, or none of Zebbit',
      );
    }
    try {
      const rows = (sql: string): Promise<{ type: string; name: string }[]> =>
        other.query(sql, { type: QueryTypes.SELECT });
      const own = new Set((await this.tables()).map((t) => t.name));
      const theirs = await rows(
        `SELECT type, name FROM sqlite_master WHERE name NOT LIKE 'sqlite_%' AND type <> 'index'`,
      );
      const foreign = theirs.find((t) => t.type !== 'table' || !own.has(t.name));
      if (foreign)
        throw refuse(
          'bad-database',
          `The database in it holds “${foreign.name.slice(0, 40)}”, which is not ours`,
        );
      if ((await rows('PRAGMA foreign_key_check')).length > 0)
        throw refuse('bad-database', 'The database in it speaks of jobs that are not there');
    } finally {
      // All of it in the one file.
      await other.query('PRAGMA wal_checkpoint(TRUNCATE)');
      await other.close();
    }
  }

  private tables(): Promise<{ name: string }[]> {
    return this.sequelize.query<{ name: string }>(
      `SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite_%'`,
      { type: QueryTypes.SELECT },
    );
  }

  /** Takes the rows of the unpacked database in the place of ours, in one transaction; how many jobs there are then. */
  private async swap(folder: string): Promise<number> {
    const { home } = this.settings;
    const before = join(home, 'zebbit-before-restore.sqlite');
    await rm(before, { force: true });
    await this.sequelize.query('VACUUM INTO $1', { bind: [before] });
    const tables = (await this.tables()).map((t) => t.name);
    // A connection of its own: who reads meanwhile sees all of the old or all of the new.
    const own = new Sequelize({ dialect: 'sqlite', storage: join(home, 'zebbit.sqlite'), logging: false });
    try {
      await own.query('PRAGMA busy_timeout = 5000');
      await own.query('PRAGMA foreign_keys = OFF');
      await own.query('ATTACH DATABASE $1 AS restored', { bind: [join(folder, 'zebbit.sqlite')] });
      await own.query('BEGIN IMMEDIATE');
      try {
        for (const name of tables) {
          if (!NAME.test(name)) throw new Error(`a table is named ${name}`);
          const columns = (
            await own.query<{ name: string }>(`PRAGMA main.table_info("${name}")`, {
              type: QueryTypes.SELECT,
            })
          )
            .map((c) => `"${c.name}"`)
            .join(', ');
          await own.query(`DELETE FROM main."${name}"`);
          await own.query(
            `INSERT INTO main."${name}" (${columns}) SELECT ${columns} FROM restored."${name}"`,
          );
        }
        await own.query('COMMIT');
      } catch (error) {
        await own.query('ROLLBACK');
        throw error;
      }
    } finally {
      await own.close();
    }
    const [row] = await this.sequelize.query<{ n: number }>(
      'SELECT COUNT(*) AS n FROM jobs WHERE binId IS NULL',
      { type: QueryTypes.SELECT },
    );
    return row?.n ?? 0;
  }
}
