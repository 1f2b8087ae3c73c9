import { nowMs } from '$core/time/now';
import { existsSync, mkdirSync, readdirSync, renameSync } from 'node:fs';
import { join } from 'node:path';

/** The file with the records, and what SQLite keeps beside it. */
export const FILE_NAME = 'brunkel.sqlite';
const WITH_IT = ['', '-wal', '-shm', '-journal'];

/** A checked copy that is to take the place of the records: complete once it has this name. */
export const COMING = `${FILE_NAME}.coming`;

/**
 * Puts a checked copy in the place of the records, which are kept aside with their logs, so that a log is never read
 * over another file. Killed anywhere in between, it is gone on with at the next start.
 *
 * @returns the folder in which the records before it lie; null when nothing was coming
 */
export function takeComing(folder: string, now = new Date(nowMs())): string | null {
  if (!existsSync(join(folder, COMING))) return null;
  const aside = join(folder, 'aside', now.toISOString().replace(/[:.]/g, '-'));
  const present = WITH_IT.map((end) => FILE_NAME + end).filter((name) => existsSync(join(folder, name)));
  if (present.length > 0) mkdirSync(aside, { recursive: true });
  for (const name of present) renameSync(join(folder, name), join(aside, name));
  renameSync(join(folder, COMING), join(folder, FILE_NAME));
  return present.length > 0 && readdirSync(aside).length > 0 ? aside : null;
}
