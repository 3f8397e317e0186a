import { Inject, Injectable } from '@nestjs/common';
import { Mutex } from 'async-mutex';
import { Transaction } from 'sequelize';
import { Sequelize } from 'sequelize-typescript';

/**
 * The one way to write. SQLite takes one writer at a time, and a transaction that read before another wrote cannot go on to write
 * (SQLITE_BUSY at once, whatever the time-out). So writes stand in line here, each in a transaction that takes the lock at its start.
 */
@Injectable()
export class Writer {
  private readonly line = new Mutex();

  constructor(@Inject(Sequelize) private readonly sequelize: Sequelize) {}

  /** Runs `act` while nobody writes, with no transaction of its own. */
  alone<T>(act: () => Promise<T>): Promise<T> {
    return this.line.runExclusive(act);
  }

  /** Runs `act` alone; what it throws undoes all it did. */
  write<T>(act: (transaction: Transaction) => Promise<T>): Promise<T> {
    return this.line.runExclusive(() =>
      this.sequelize.transaction({ type: Transaction.TYPES.IMMEDIATE }, act),
    );
  }
}
