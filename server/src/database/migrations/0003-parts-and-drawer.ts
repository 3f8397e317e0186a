import type { QueryInterface, Transaction } from 'sequelize';
import { DataTypes } from 'sequelize';
import { indexOnce } from './index-once';

const whole = { type: DataTypes.INTEGER, allowNull: false } as const;
const text = { type: DataTypes.STRING, allowNull: false } as const;
const json = { type: DataTypes.JSON, allowNull: false } as const;

export const partsAndDrawer = {
  name: '0003-parts-and-drawer',
  async up(db: QueryInterface, transaction: Transaction): Promise<void> {
    await db.createTable(
      'part_imports',
      {
        id: { ...whole, primaryKey: true, autoIncrement: true },
        at: text,
        name: text,
        taken: whole,
        refused: whole,
      },
      { transaction },
    );
    await db.createTable(
      'parts',
      {
        id: { ...text, primaryKey: true },
        importId: {
          ...whole,
          references: { model: 'part_imports', key: 'id' },
          onDelete: 'CASCADE',
        },
        name: text,
        body: json,
        // The file as it came, packed.
        file: { type: DataTypes.BLOB, allowNull: false },
      },
      { transaction },
    );
    await indexOnce(db, 'parts', 'importId', transaction);
    await db.createTable(
      'stock',
      {
        id: { ...text, primaryKey: true },
        at: text,
        body: json,
        removed: { type: DataTypes.BOOLEAN, allowNull: false, defaultValue: false },
      },
      { transaction },
    );
    await db.createTable(
      'stock_moves',
      {
        id: { ...whole, primaryKey: true, autoIncrement: true },
        stockId: { ...text, references: { model: 'stock', key: 'id' }, onDelete: 'CASCADE' },
        at: text,
        by: whole,
        jobId: {
          type: DataTypes.STRING,
          allowNull: true,
          references: { model: 'jobs', key: 'id' },
          onDelete: 'SET NULL',
        },
        note: text,
      },
      { transaction },
    );
    await indexOnce(db, 'stock_moves', 'stockId', transaction);
  },
};
