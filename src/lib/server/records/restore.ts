import { copyFileSync, mkdirSync, renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { COMING, takeComing } from '../database/coming';
import { holdFolder } from '../database/sole-server';
import { checkedBackup, toDisk, withRecords, type Held } from './backup';

export interface Restored {
  held: Held;
  /** Where the records that were there before lie now; null when there were none. */
  aside: string | null;
}

/**
 * Brings a backup back: checked first, then put in the place of the present records, which are kept aside.
 *
 * @throws RecordsTrouble when the backup is not whole, of a newer version, or a server holds the folder; the records are
 *   then as they were
 */
export async function restore(folder: string, file: string): Promise<Restored> {
  await checkedBackup(file);
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const release = await holdFolder(folder);
  try {
    const part = join(folder, `${COMING}.part`);
    rmSync(part, { force: true });
    copyFileSync(file, part);
    // A copy of a running server's file may want its log, which is not here: what was copied is what is checked.
    // A copy of the day has no files in itself: those of its folder stay beside it.
    const held = await checkedBackup(part, folder);
    await withRecords(part, (sequelize) => sequelize.query('PRAGMA journal_mode = DELETE'));
    toDisk(part);
    renameSync(part, join(folder, COMING));
    toDisk(folder);
    const aside = takeComing(folder);
    toDisk(folder);
    return { held, aside };
  } finally {
    await release();
  }
}
