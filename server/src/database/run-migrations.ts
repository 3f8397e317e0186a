import { existsSync, renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import type { QueryInterface } from 'sequelize';
import { QueryTypes, Transaction } from 'sequelize';
import type { Sequelize } from 'sequelize-typescript';
import { Umzug } from 'umzug';
import { StartFailure } from '../errors/start-failure';

/** One numbered change of the tables. It runs inside a transaction with its own entry in the list, so that a kill leaves all of it or none. */
export interface Migration {
  readonly name: string;
  readonly up: (db: QueryInterface, transaction: Transaction) => Promise<void>;
}

/** The list of migrations that ran; the name of the table is what earlier versions used. */
const LIST = '"SequelizeMeta"';

async function executedNames(sequelize: Sequelize): Promise<string[]> {
  await sequelize.query(`CREATE TABLE IF NOT EXISTS ${LIST} (name VARCHAR(255) NOT NULL PRIMARY KEY)`);
  const rows = await sequelize.query<{ name: string }>(`SELECT name FROM ${LIST} ORDER BY name`, {
    type: QueryTypes.SELECT,
  });
  return rows.map((r) => r.name);
}

/** A whole copy of the database beside it, before anything is changed; an older copy for the same change is replaced. */
async function backUp(sequelize: Sequelize, home: string, before: string): Promise<void> {
  const copy = join(home, `zebbit-before-${before}.sqlite`);
  const part = `${copy}.part`;
  if (existsSync(part)) rmSync(part);
  await sequelize.query('VACUUM INTO $1', { bind: [part] });
  renameSync(part, copy);
}

/**
 * Runs what has not run yet, in order, each whole or not at all; makes a copy first when there is anything to lose.
 * Throws StartFailure on a database of a newer version.
 */
export async function runMigrations(
  sequelize: Sequelize,
  home: string,
  migrations: readonly Migration[],
): Promise<void> {
  const executed = await executedNames(sequelize);
  const known = new Set(migrations.map((m) => m.name));
  const foreign = executed.find((name) => !known.has(name));
  if (foreign !== undefined)
    throw new StartFailure(
      'newer-database',
      `The data in ${home} was written by a newer Zebbit (${foreign}): start that one, or use another folder.`,
    );
  const pending = migrations.filter((m) => !executed.includes(m.name));
  if (pending[0] && executed.length > 0) await backUp(sequelize, home, pending[0].name);
  const umzug = new Umzug({
    migrations: migrations.map((m) => ({
      name: m.name,
      up: () =>
        sequelize.transaction({ type: Transaction.TYPES.EXCLUSIVE }, async (transaction) => {
          await m.up(sequelize.getQueryInterface(), transaction);
          await sequelize.query(`INSERT INTO ${LIST} (name) VALUES ($1)`, { bind: [m.name], transaction });
        }),
    })),
    // The entry is made with the change itself, above.
    storage: {
      executed: () => executedNames(sequelize),
      logMigration: () => Promise.resolve(),
      unlogMigration: () => Promise.reject(new Error('migrations are not taken back')),
    },
    logger: undefined,
  });
  await umzug.up();
}
