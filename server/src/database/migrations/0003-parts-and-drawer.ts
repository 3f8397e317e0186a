import type { QueryInterface } from 'sequelize';
import { DataTypes } from 'sequelize';

const whole = { type: DataTypes.INTEGER, allowNull: false } as const;
const text = { type: DataTypes.STRING, allowNull: false } as const;
const json = { type: DataTypes.JSON, allowNull: false } as const;

export const partsAndDrawer = {
  name: '0003-parts-and-drawer',
  async up(db: QueryInterface): Promise<void> {
    await db.createTable('part_imports', {
      id: { ...whole, primaryKey: true, autoIncrement: true },
      at: text,
      name: text,
      taken: whole,
      refused: whole,
    });
    await db.createTable('parts', {
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
    });
    await db.addIndex('parts', ['importId']);
    await db.createTable('stock', {
      id: { ...text, primaryKey: true },
      at: text,
      body: json,
      removed: { type: DataTypes.BOOLEAN, allowNull: false, defaultValue: false },
    });
    await db.createTable('stock_moves', {
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
    });
    await db.addIndex('stock_moves', ['stockId']);
  },
};
