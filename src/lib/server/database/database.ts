import { AsyncLocalStorage } from 'node:async_hooks';
import { chmodSync, closeSync, mkdirSync, openSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { Sequelize, Transaction } from 'sequelize';
import { FILE_NAME, takeComing } from './coming';
import { APPLICATION_ID, mustBeOurs, mustBeSqlite } from './identity';
import { migrate } from './migrate';
import { defineTables, type Tables } from './tables';
import { RecordsTrouble } from './trouble';

export { FILE_NAME };

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
  /** Calls `listener` after every write that was stored, until the returned function is called. */
  onWrite(listener: () => void): () => void;
  /**
   * The file is still the one that was opened.
   *
   * @throws RecordsTrouble when it was deleted or swapped: what is written then would be lost with it
   */
  mustBeThere(): void;
  close(): Promise<void>;
}

/**
 * Opens (and if need be makes) the database in a folder and brings it up to date; a copy that is to be brought back is
 * taken first.
 *
 * @throws RecordsTrouble when the file is damaged, of another program or of a newer version; otherwise when the folder
 *   cannot be written or a migration fails. The file is then as it was
 */
export async function openDatabase(folder: string): Promise<Database> {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  takeComing(folder);
  const file = join(folder, FILE_NAME);
  mustBeSqlite(file);
  ownFile(file);
  const sequelize = new Sequelize({
    dialect: 'sqlite',
    storage: file,
    logging: false,
    // The driver itself waits a second for another process (a backup, say) that holds the file.
    retry: { max: 1 },
    transactionType: Transaction.TYPES.IMMEDIATE
  });
  closeWhatFailed(sequelize);
  try {
    await mustBeOurs(sequelize, file);
    await sequelize.query('PRAGMA journal_mode = WAL');
    await sequelize.query('PRAGMA synchronous = FULL');
    await migrate(sequelize, folder);
    await sequelize.query(`PRAGMA application_id = ${APPLICATION_ID}`);
  } catch (thrown) {
    await sequelize.close();
    throw thrown;
  }
  const opened = statSync(file);
  let queue: Promise<unknown> = Promise.resolve();
  const listeners = new Set<() => void>();
  const running = new AsyncLocalStorage<Transaction>();
  const mustBeThere = () => {
    const found = statSync(file, { throwIfNoEntry: false });
    if (found?.ino !== opened.ino || found.dev !== opened.dev)
      throw new RecordsTrouble(
        `The records in ${folder} were moved, deleted or swapped while Brunkel was running, so nothing was stored. Put them back, or start it again.`
      );
  };
  return {
    sequelize,
    tables: defineTables(sequelize),
    folder,
    mustBeThere,
    write(work) {
      const outer = running.getStore();
      if (outer) return work(outer);
      const done = queue.then(async () => {
        mustBeThere();
        const written = await sequelize.transaction((transaction) =>
          running.run(transaction, () => work(transaction))
        );
        for (const listener of listeners) listener();
        return written;
      });
      queue = done.catch(() => undefined);
      return done;
    },
    onWrite(listener) {
      listeners.add(listener);
      return () => void listeners.delete(listener);
    },
    async close() {
      await queue;
      await sequelize.close();
    }
  };
}

/**
 * A transaction that cannot begin or end leaves its connection in doubt, and Sequelize hands it to a pool to be destroyed.
 * For SQLite there is no pool: without this each such connection would keep its file handles for good.
 */
function closeWhatFailed(sequelize: Sequelize): void {
  const manager = sequelize.connectionManager as unknown as {
    destroyConnection(connection: object): Promise<void>;
    releaseConnection(connection: object): void;
  };
  manager.destroyConnection = async (connection) => manager.releaseConnection(connection);
}

/** The file is for its owner alone; SQLite gives its logs the same rights. */
function ownFile(file: string): void {
  closeSync(openSync(file, 'a', 0o600));
  chmodSync(file, 0o600);
}
