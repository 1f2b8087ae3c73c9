import { createReadStream, rmSync } from 'node:fs';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import type { Sequelize } from 'sequelize';
import type { Database } from '../database/database';
import { backUp, recordsIn } from './backup';
import { copiesFolder } from './copies';

let last = 0;

/** Copies the records as they are now, hands the copy on, and lets go of it. */
async function throughCopy<T>(
  db: Database,
  use: (file: string, gone: () => void) => Promise<T>,
  files?: string
): Promise<T> {
  const file = join(copiesFolder(db.folder), `.leaving-${process.pid}-${++last}.sqlite`);
  const gone = () => rmSync(file, { force: true });
  await backUp(db.sequelize, file, files);
  try {
    return await use(file, gone);
  } catch (thrown) {
    gone();
    throw thrown;
  }
}

/** The records in one file, photos and meshes with them, as a stream. */
export function backupStream(db: Database): Promise<ReadableStream<Uint8Array>> {
  return throughCopy(
    db,
    async (file, gone) => {
      const stream = createReadStream(file);
      stream.once('close', gone);
      return Readable.toWeb(stream) as ReadableStream<Uint8Array>;
    },
    db.folder
  );
}

/** Lines made of one moment's records, as a stream. */
export function linesStream(
  db: Database,
  lines: (sequelize: Sequelize) => AsyncGenerator<string>
): Promise<ReadableStream<Uint8Array>> {
  return throughCopy(db, async (file, gone) => {
    async function* all() {
      const sequelize = recordsIn(file);
      try {
        yield* lines(sequelize);
      } finally {
        await sequelize.close();
        gone();
      }
    }
    return Readable.toWeb(Readable.from(all(), { objectMode: false })) as ReadableStream<Uint8Array>;
  });
}
