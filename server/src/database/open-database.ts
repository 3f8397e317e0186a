import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { Sequelize } from 'sequelize-typescript';
import { Umzug, SequelizeStorage } from 'umzug';
import { firstTables } from './migrations/0001-first-tables';
import { workshopAndCards } from './migrations/0002-workshop-and-cards';
import { partsAndDrawer } from './migrations/0003-parts-and-drawer';
import { MODELS } from './models';

/** In the order they are run; a number is never used twice. */
const MIGRATIONS = [firstTables, workshopAndCards, partsAndDrawer];

/** Opens (and makes) the database in a folder: WAL, foreign keys on, migrations run in their order. */
export async function openDatabase(home: string): Promise<Sequelize> {
  mkdirSync(home, { recursive: true });
  const sequelize = new Sequelize({
    dialect: 'sqlite',
    storage: join(home, 'zebbit.sqlite'),
    logging: false,
    models: MODELS,
    // One writer: SQLite serialises anyway, and a pool of one keeps the pragmas below in force.
    pool: { max: 1, min: 1, idle: 2 ** 31 - 1 },
  });
  await sequelize.query('PRAGMA journal_mode = WAL');
  await sequelize.query('PRAGMA synchronous = FULL');
  await sequelize.query('PRAGMA foreign_keys = ON');
  await sequelize.query('PRAGMA busy_timeout = 5000');
  const umzug = new Umzug({
    migrations: MIGRATIONS.map((m) => ({ name: m.name, up: () => m.up(sequelize.getQueryInterface()) })),
    storage: new SequelizeStorage({ sequelize }),
    logger: undefined,
  });
  await umzug.up();
  return sequelize;
}
