import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openDatabase, type Database } from '../database/database';
import { madeOnce } from './made-once';

/** A database of one's own, and how to be rid of it. */
export interface Temporary {
  db: Database;
  remove: () => Promise<void>;
}

/** A real database in a folder of its own: a copy of one whose tables were made once for all tests. */
export async function temporaryDatabase(): Promise<Temporary> {
  return copyOf(await madeOnce('tables', async (folder) => (await openDatabase(folder)).close()));
}

/** The records in a folder, to do with what one likes. */
export async function copyOf(records: string): Promise<Temporary> {
  const folder = mkdtempSync(join(tmpdir(), 'brunkel-test-'));
  cpSync(records, folder, { recursive: true });
  const db = await openDatabase(folder);
  return {
    db,
    async remove() {
      await db.close();
      rmSync(folder, { recursive: true, force: true });
    }
  };
}
