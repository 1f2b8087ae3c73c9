import { AsyncLocalStorage } from 'node:async_hooks';
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { Sequelize, Transaction } from 'sequelize';
import { migrate } from './migrate';
import { defineTables, type Tables } from './tables';

/** The user's records in one SQLite file, migrated to the newest layout. */
export interface Database {
  sequelize: Sequelize;
  tables: Tables;
  folder: string;
  /**
   * Runs `work` in one transaction, after every write before it: SQLite has one writer, and a queue is
   * kinder than a busy error. Nothing is stored when `work` throws. A write inside a write joins it.
   */
  write<T>(work: (transaction: Transaction) => Promise<T>): Promise<T>;
  close(): Promise<void>;
}

export const FILE_NAME = 'brunkel.sqlite';

/**
 * Opens (and if need be makes) the database in a folder and brings it up to date.
 *
 * @throws when the folder cannot be written or a migration fails; the file is then as it was
 */
export async function openDatabase(folder: string): Promise<Database> {
  mkdirSync(folder, { recursive: true });
  const sequelize = new Sequelize({
    dialect: 'sqlite',
    storage: join(folder, FILE_NAME),
    logging: false,
    // Another process (a backup, say) may hold the file for a moment.
    retry: { match: [/SQLITE_BUSY/], max: 8 },
    transactionType: Transaction.TYPES.IMMEDIATE
  });
  await sequelize.query('PRAGMA journal_mode = WAL');
  await sequelize.query('PRAGMA synchronous = FULL');
  await migrate(sequelize, folder);
  let queue: Promise<unknown> = Promise.resolve();
  const running = new AsyncLocalStorage<Transaction>();
  return {
    sequelize,
    tables: defineTables(sequelize),
    folder,
    write(work) {
      const outer = running.getStore();
      if (outer) return work(outer);
      const done = queue.then(() =>
        sequelize.transaction((transaction) => running.run(transaction, () => work(transaction)))
      );
      queue = done.catch(() => undefined);
      return done;
    },
    async close() {
      await queue;
      await sequelize.close();
    }
  };
}
