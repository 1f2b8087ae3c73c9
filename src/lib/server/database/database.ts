import { AsyncLocalStorage } from 'node:async_hooks';
import { chmodSync, closeSync, existsSync, mkdirSync, openSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { Sequelize, Transaction } from 'sequelize';
import { FILE_NAME, takeComing } from './coming';
import { APPLICATION_ID, mustBeOurs, mustBeSqlite } from './identity';
import { migrate } from './migrate';
import { unpackFiles } from './packed-files';
import { defineTables, type Tables } from './tables';
import { RecordsTrouble, isHeldByAnother } from './trouble';

export { FILE_NAME };

/** Answers kept between two writes. */
const MOST_KEPT = 500;

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
  /**
   * What `read` gives, read once for every write: one server alone writes to the folder, so until the next write nothing
   * can change. A write reads for itself. What it gives is shared: do not change it.
   */
  sinceLastWrite<T>(key: string, read: () => Promise<T>): Promise<T>;
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
    await unpackFiles(sequelize, folder);
    await migrate(sequelize, folder);
    await sequelize.query(`PRAGMA application_id = ${APPLICATION_ID}`);
  } catch (thrown) {
    await sequelize.close();
    throw thrown;
  }
  const opened = statSync(file);
  let queue: Promise<unknown> = Promise.resolve();
  let held: { at: number; thrown: unknown } | null = null;
  let read = new Map<string, Promise<unknown>>();
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
      const asked_at = performance.now();
      const done = queue.then(async () => {
        // Who stood in line behind a write that waited in vain has waited as long: all are told at once.
        if (held && held.at > asked_at) throw held.thrown;
        mustBeThere();
        const written = await sequelize
          .transaction((transaction) => running.run(transaction, () => work(transaction)))
          .catch((thrown: unknown) => {
            if (isHeldByAnother(thrown)) held = { at: performance.now(), thrown };
            throw thrown;
          });
        // What was begun before stays in the old map, and is forgotten with it.
        read = new Map();
        for (const listener of listeners) listener();
        return written;
      });
      queue = done.catch(() => undefined);
      return done;
    },
    sinceLastWrite<T>(key: string, reading: () => Promise<T>) {
      if (running.getStore()) return reading();
      const known = read.get(key) as Promise<T> | undefined;
      if (known) return known;
      const now = reading();
      if (read.size >= MOST_KEPT) read.clear();
      read.set(key, now);
      // What failed is tried again.
      const kept = read;
      now.catch(() => kept.delete(key));
      return now;
    },
    onWrite(listener) {
      listeners.add(listener);
      return () => void listeners.delete(listener);
    },
    async close() {
      await queue;
      await sequelize.close();
      await logIsFolded(file);
    }
  };
}

/**
 * A transaction that cannot begin or end leaves its connection in doubt, and Sequelize hands it to a pool to be destroyed.
 * For SQLite there is no pool: without this each such connection would keep its file handles for good.
 */
function closeWhatFailed(sequelize: Sequelize): void {
  // Sequelize keeps its connections to itself; their end has to be waited for.
  const manager = sequelize.connectionManager as unknown as {
    destroyConnection(connection: object): Promise<void>;
    releaseConnection(connection: object): void;
  };
  manager.destroyConnection = async (connection) => manager.releaseConnection(connection);
}

/** How long one waits at most for the last connection of a write to let go of the log, in steps of 20 ms. */
const FOLDING_STEPS = 100;

/** Sequelize closes the connection of a write without waiting for it; the last one to close folds the log in. */
async function logIsFolded(file: string): Promise<void> {
  for (let i = 0; i < FOLDING_STEPS && existsSync(`${file}-wal`); i++)
    await new Promise((done) => setTimeout(done, 20));
}

/** The file is for its owner alone; SQLite gives its logs the same rights. */
function ownFile(file: string): void {
  closeSync(openSync(file, 'a', 0o600));
  chmodSync(file, 0o600);
}
