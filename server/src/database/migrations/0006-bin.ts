import type { QueryInterface, Transaction } from 'sequelize';
import { DataTypes } from 'sequelize';

/** What was deleted waits for a day: jobs and photos name the deletion that they went with. */
export const bin = {
  name: '0006-bin',
  async up(db: QueryInterface, transaction: Transaction): Promise<void> {
    await db.createTable(
      'bin',
      {
        id: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
        at: { type: DataTypes.STRING, allowNull: false },
        words: { type: DataTypes.STRING, allowNull: false },
      },
      { transaction },
    );
    for (const table of ['jobs', 'photos'])
      await db.addColumn(table, 'binId', { type: DataTypes.INTEGER, allowNull: true }, { transaction });
  },
};
