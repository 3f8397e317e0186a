import type { QueryInterface, Transaction } from 'sequelize';
import { DataTypes } from 'sequelize';

/** Why something could not be tested. */
export const notesOfResults = {
  name: '0005-notes-of-results',
  async up(db: QueryInterface, transaction: Transaction): Promise<void> {
    await db.addColumn(
      'results',
      'note',
      { type: DataTypes.STRING, allowNull: false, defaultValue: '' },
      { transaction },
    );
  },
};
