import { mkdirSync } from 'node:fs';
import { openDatabase, type Database } from './database';
import { clearLeftOvers } from './left-overs';
import { holdFolder } from './sole-server';

interface Current {
  db: Database;
  release: () => Promise<void>;
}

let current: Promise<Current> | undefined;

/**
 * The database of this server, in the folder that BRUNKEL_DATA names; opened once, and held for this server alone.
 *
 * @throws RecordsTrouble when it cannot be opened or another server holds it
 */
export async function database(): Promise<Database> {
  current ??= open(process.env.BRUNKEL_DATA || './data');
  return (await current).db;
}

async function open(folder: string): Promise<Current> {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const release = await holdFolder(folder);
  try {
    clearLeftOvers(folder);
    return { db: await openDatabase(folder), release };
  } catch (thrown) {
    await release();
    throw thrown;
  }
}

/** Closes it; the next call of `database` opens it again. */
export async function closeDatabase(): Promise<void> {
  const open = current;
  current = undefined;
  const held = await open?.catch(() => undefined);
  await held?.db.close();
  await held?.release();
}
