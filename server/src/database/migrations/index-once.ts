import type { QueryInterface, Transaction } from 'sequelize';

/** An index on one column, named as earlier versions named it; one that is there stays. */
export async function indexOnce(
  db: QueryInterface,
  table: string,
  column: string,
  transaction: Transaction,
): Promise<void> {
  const name = `${table}_${column.replace(/[A-Z]/gu, (c) => `_${c.toLowerCase()}`)}`;
  await db.sequelize.query(`CREATE INDEX IF NOT EXISTS "${name}" ON "${table}" ("${column}")`, {
    transaction,
  });
}
