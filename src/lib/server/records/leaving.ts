import { createReadStream, rmSync } from 'node:fs';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import type { Sequelize } from 'sequelize';
import type { Database } from '../database/database';
import { Refusal } from '../refusal';
import { backUp, recordsIn } from './backup';
import { copiesFolder } from './copies';

let last = 0;

/** Copies at once: each is as large as the records. */
const MOST_AT_ONCE = 3;
let at_once = 0;

/** Copies the records as they are now, hands the copy on, and lets go of it. */
async function throughCopy<T>(
  db: Database,
  use: (file: string, gone: () => void) => Promise<T>,
  files?: string
): Promise<T> {
  const file = join(copiesFolder(db.folder), `.leaving-${process.pid}-${++last}.sqlite`);
  if (at_once >= MOST_AT_ONCE)
    throw new Refusal(503, 'The records are being copied already: try again once that is done.');
  at_once += 1;
  let is_gone = false;
  const gone = () => {
    if (is_gone) return;
    is_gone = true;
    at_once -= 1;
    rmSync(file, { force: true });
  };
  try {
    await backUp(db.sequelize, file, files);
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
      }
    }
    const stream = Readable.from(all(), { objectMode: false });
    // However it ends, and though nobody read a line of it.
    stream.once('close', gone);
    return Readable.toWeb(stream) as ReadableStream<Uint8Array>;
  });
}
