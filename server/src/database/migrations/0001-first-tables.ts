import type { QueryInterface, Transaction } from 'sequelize';
import { DataTypes } from 'sequelize';
import { indexOnce } from './index-once';

const ofJob = {
  type: DataTypes.STRING,
  allowNull: false,
  references: { model: 'jobs', key: 'id' },
  onDelete: 'CASCADE',
} as const;
const text = { type: DataTypes.STRING, allowNull: false } as const;
const serial = { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true } as const;
const whole = { type: DataTypes.INTEGER, allowNull: false } as const;
const maybeNumber = { type: DataTypes.DOUBLE, allowNull: true } as const;

export const firstTables = {
  name: '0001-first-tables',
  async up(db: QueryInterface, transaction: Transaction): Promise<void> {
    const date = { type: DataTypes.DATE, allowNull: false } as const;
    await db.createTable(
      'jobs',
      {
        id: { type: DataTypes.STRING, primaryKey: true },
        createdAt: date,
        updatedAt: date,
      },
      { transaction },
    );
    await db.createTable(
      'documents',
      {
        jobId: { ...ofJob, primaryKey: true },
        kind: { ...text, primaryKey: true },
        rev: whole,
        body: { type: DataTypes.JSON, allowNull: false },
      },
      { transaction },
    );
    await db.createTable(
      'readings',
      {
        id: serial,
        jobId: ofJob,
        at: text,
        red: text,
        black: text,
        mode: text,
        shown: text,
        value: maybeNumber,
        struck: { type: DataTypes.BOOLEAN, allowNull: false, defaultValue: false },
      },
      { transaction },
    );
    await db.createTable(
      'results',
      {
        id: serial,
        jobId: ofJob,
        at: text,
        key: text,
        shown: text,
        value: maybeNumber,
      },
      { transaction },
    );
    await db.createTable(
      'photos',
      {
        id: serial,
        jobId: ofJob,
        hash: text,
        use: text,
        caption: text,
        widthPx: whole,
        heightPx: whole,
        at: text,
      },
      { transaction },
    );
    for (const table of ['readings', 'results', 'photos']) await indexOnce(db, table, 'jobId', transaction);
  },
};
