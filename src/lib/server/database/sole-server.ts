import { join } from 'node:path';
import type { Database } from 'sqlite3';
import { RecordsTrouble } from './trouble';

/**
 * Holds a folder for one server: a lock of the operating system on a file of its own, which ends with the process
 * however that ends.
 *
 * @returns gives it back
 * @throws RecordsTrouble when another process holds it
 */
export async function holdFolder(folder: string): Promise<() => Promise<void>> {
  // Only when it is called: the build looks at every route while the driver is still being compiled.
  const { default: sqlite } = await import('sqlite3');
  const lock = await new Promise<Database>((resolve, reject) => {
    const opened = new sqlite.Database(join(folder, '.in-use'), (error) =>
      error ? reject(error) : resolve(opened)
    );
  });
  const close = () => new Promise<void>((resolve) => lock.close(() => resolve()));
  try {
    await new Promise<void>((resolve, reject) =>
      lock.run('BEGIN EXCLUSIVE', (error) => (error ? reject(error) : resolve()))
    );
  } catch (thrown) {
    await close();
    if ((thrown as { code?: string }).code !== 'SQLITE_BUSY') throw thrown;
    throw new RecordsTrouble(
      `another Brunkel serves the records in ${folder} already: end that one first.`,
      thrown
    );
  }
  return close;
}
