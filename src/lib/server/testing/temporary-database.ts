import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openDatabase, type Database } from '../database/database';

/** A real database in a folder of its own, and how to be rid of both. */
export async function temporaryDatabase(): Promise<{ db: Database; remove: () => Promise<void> }> {
  const folder = mkdtempSync(join(tmpdir(), 'brunkel-test-'));
  const db = await openDatabase(folder);
  return {
    db,
    async remove() {
      await db.close();
      rmSync(folder, { recursive: true, force: true });
    }
  };
}
