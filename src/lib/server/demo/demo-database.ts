import { cpSync, existsSync, mkdirSync, mkdtempSync, renameSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openDatabase, type Database } from '../database/database';
import { fillDemo } from './fill-demo';

/** Filled once for each run of the tests: emptied with their other results. */
const FILLED = join('test-results', `demo-${process.ppid}`);

/**
 * The demo's records in a database of one's own, and how to be rid of it: filled by whichever test asks first, and copied
 * for all others of the same run.
 */
export async function demoDatabase(): Promise<{ db: Database; remove: () => Promise<void> }> {
  if (!existsSync(FILLED)) {
    mkdirSync('test-results', { recursive: true });
    const making = mkdtempSync(join('test-results', 'demo-in-the-making-'));
    const filled = await openDatabase(making);
    await fillDemo(filled, new Date());
    await filled.close();
    // Another test file may have been as quick: then there is one already.
    if (existsSync(FILLED)) rmSync(making, { recursive: true });
    else renameSync(making, FILLED);
  }
  const folder = mkdtempSync(join(tmpdir(), 'brunkel-test-'));
  cpSync(FILLED, folder, { recursive: true });
  const db = await openDatabase(folder);
  return {
    db,
    async remove() {
      await db.close();
      rmSync(folder, { recursive: true, force: true });
    }
  };
}
