import type { QueryInterface, Transaction } from 'sequelize';
import { DataTypes } from 'sequelize';

const whole = { type: DataTypes.INTEGER, allowNull: false, defaultValue: 0 } as const;
const text = { type: DataTypes.STRING, allowNull: false } as const;

/** What pages weighed of a job; a count of a job's changes; revisions of the drawer. */
export const answersAndRevisions = {
  name: '0004-answers-and-revisions',
  async up(db: QueryInterface, transaction: Transaction): Promise<void> {
    await db.createTable(
      'answers',
      {
        jobId: {
          ...text,
          primaryKey: true,
          references: { model: 'jobs', key: 'id' },
          onDelete: 'CASCADE',
        },
        kind: { ...text, primaryKey: true },
        stamp: text,
        body: { type: DataTypes.JSON, allowNull: false },
      },
      { transaction },
    );
    await db.addColumn('jobs', 'changes', whole, { transaction });
    await db.addColumn('stock', 'rev', whole, { transaction });
    // How a connector stands is called by the field's words now; documents are read by the core, which knows both.
    await db.sequelize.query(
      `UPDATE parts SET body = replace(replace(replace(body,
         '"stance":"lying"', '"stance":"right-angle"'),
         '"stance":"upright"', '"stance":"vertical"'),
         '"stance":"sunk"', '"stance":"mid-mount"')`,
      { transaction },
    );
  },
};
