import type { QueryInterface, Transaction } from 'sequelize';
import { DataTypes } from 'sequelize';

const whole = { type: DataTypes.INTEGER, allowNull: false } as const;
const text = { type: DataTypes.STRING, allowNull: false } as const;
const json = { type: DataTypes.JSON, allowNull: false } as const;

export const workshopAndCards = {
  name: '0002-workshop-and-cards',
  async up(db: QueryInterface, transaction: Transaction): Promise<void> {
    await db.createTable(
      'workshop',
      { id: { ...whole, primaryKey: true }, rev: whole, body: json },
      { transaction },
    );
    await db.createTable(
      'model_cards',
      { key: { ...text, primaryKey: true }, savedAt: text, body: json },
      { transaction },
    );
  },
};
