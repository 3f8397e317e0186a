import { existsSync, mkdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { QueryTypes } from 'sequelize';
import type { ModelCtor } from 'sequelize-typescript';
import { Sequelize } from 'sequelize-typescript';
import { StartFailure } from '../errors/start-failure';
import { firstTables } from './migrations/0001-first-tables';
import { workshopAndCards } from './migrations/0002-workshop-and-cards';
import { partsAndDrawer } from './migrations/0003-parts-and-drawer';
import { answersAndRevisions } from './migrations/0004-answers-and-revisions';
import { notesOfResults } from './migrations/0005-notes-of-results';
import { bin } from './migrations/0006-bin';
import { MODELS } from './models';
import type { Migration } from './run-migrations';
import { runMigrations } from './run-migrations';

/** In the order they are run; a number is never used twice. */
export const MIGRATIONS: readonly Migration[] = [
  firstTables,
  workshopAndCards,
  partsAndDrawer,
  answersAndRevisions,
  notesOfResults,
  bin,
];

/** An empty or damaged file is not written over: there may be a copy to put back. */
async function checkFile(sequelize: Sequelize, file: string): Promise<void> {
  const [verdict] = await sequelize.query<{ quick_check: string }>('PRAGMA quick_check(1)', {
    type: QueryTypes.SELECT,
  });
  if (verdict && verdict.quick_check !== 'ok')
    throw new StartFailure(
      'damaged',
      `${file} is damaged: put a copy back (zebbit-before-….sqlite beside it is one), or move it away to begin anew.`,
    );
}

/**
 * Opens (and makes) the database in a folder: WAL, foreign keys on, migrations run in their order.
 * @param migrations those of an earlier version, in tests
 * @param models none for a database beside the one that is worked with: models belong to one alone
 */
export async function openDatabase(
  home: string,
  migrations: readonly Migration[] = MIGRATIONS,
  models: readonly ModelCtor[] = MODELS,
): Promise<Sequelize> {
  mkdirSync(home, { recursive: true });
  const file = join(home, 'zebbit.sqlite');
  const before = existsSync(file);
  if (before && statSync(file).size === 0 && !existsSync(`${file}-wal`))
    throw new StartFailure(
      'empty-database',
      `${file} is empty: put a copy back, or delete it to begin anew.`,
    );
  const sequelize = new Sequelize({
    dialect: 'sqlite',
    storage: file,
    logging: false,
    models: [...models],
    // One writer: SQLite serialises anyway, and a pool of one keeps the pragmas below in force.
    pool: { max: 1, min: 1, idle: 2 ** 31 - 1 },
  });
  try {
    await sequelize.query('PRAGMA busy_timeout = 5000');
    if (before) await checkFile(sequelize, file);
    await sequelize.query('PRAGMA journal_mode = WAL');
    await sequelize.query('PRAGMA synchronous = FULL');
    await sequelize.query('PRAGMA foreign_keys = ON');
    await runMigrations(sequelize, home, migrations);
    return sequelize;
  } catch (error) {
    await sequelize.close();
    throw error;
  }
}
