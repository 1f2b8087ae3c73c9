import { Readable } from 'node:stream';
import { nowIso } from '$core/time/now';
import { createHash } from 'node:crypto';
import { createReadStream, existsSync, mkdirSync, renameSync, rmSync } from 'node:fs';
import { open } from 'node:fs/promises';
import { join } from 'node:path';
import { v4 as uuid } from 'uuid';
import type { Transaction } from 'sequelize';
import type { Database } from '../database/database';
import { FILE_HASH, filePath, filesFolder } from '../database/packed-files';
import { troubleLine } from '../database/trouble';
import { Refusal } from '../refusal';

/**
 * Files beside the database, each under the hash of what it holds: the same photo twice is one file, and what a row names
 * cannot have changed under it.
 */

const HEARD_OUT_BYTES = 64 * 1024 * 1024;

/** A file that came in and lies aside until it is kept or let go. */
export interface Incoming {
  path: string;
  hash: string;
  bytes: number;
}

/**
 * Streams a body to the disk as it comes, with its hash.
 *
 * @throws Refusal 413 once it is longer than it may be; nothing is kept then
 */
export async function takeIn(
  db: Database,
  body: AsyncIterable<Uint8Array> | null,
  most_bytes: number
): Promise<Incoming> {
  if (!body) throw new Refusal(400, 'Send the file as the body, as application/octet-stream.');
  mkdirSync(filesFolder(db.folder), { recursive: true, mode: 0o700 });
  const path = join(filesFolder(db.folder), `.in-${uuid()}`);
  const hash = createHash('sha256');
  const tooLong = new Refusal(413, `The file is larger than ${Math.round(most_bytes / 1024 / 1024)} MB.`);
  let bytes = 0;
  const file = await open(path, 'wx', 0o600);
  try {
    for await (const chunk of body) {
      bytes += chunk.byteLength;
      // Many a client cannot hear an answer while it still speaks: what is too long is heard out, up to a point.
      if (bytes > most_bytes + HEARD_OUT_BYTES) throw tooLong;
      if (bytes > most_bytes) continue;
      hash.update(chunk);
      await file.write(chunk);
    }
    if (bytes > most_bytes) throw tooLong;
    await file.sync();
  } catch (thrown) {
    rmSync(path, { force: true });
    // A disk that is full is no fault of who sent it.
    if (thrown instanceof Refusal || troubleLine(thrown)) throw thrown;
    throw new Refusal(400, 'The file did not come through whole: send it again.', [], null, thrown);
  } finally {
    await file.close();
  }
  if (bytes === 0) {
    rmSync(path, { force: true });
    throw new Refusal(400, 'The file is empty.');
  }
  return { path, hash: hash.digest('hex'), bytes };
}

/** Lets go of what came in. */
export const letGo = ({ path }: Incoming): void => rmSync(path, { force: true });

/** Puts what came in under its hash, with a row that names it. The file is there before the row is. */
export async function keepFile(
  db: Database,
  incoming: Incoming,
  about: { media: string; name: string | null },
  transaction: Transaction
): Promise<string> {
  const { hash, bytes, path } = incoming;
  const to = filePath(db.folder, hash);
  mkdirSync(join(to, '..'), { recursive: true, mode: 0o700 });
  if (existsSync(to)) letGo(incoming);
  else {
    renameSync(path, to);
    // Its name, too, has to be on the disk before a row says that it is there.
    const folder = await open(join(to, '..'), 'r');
    await folder.sync().finally(() => folder.close());
  }
  const known = await db.tables.files.count({ where: { hash }, transaction });
  if (!known) await db.tables.files.create({ hash, bytes, ...about, created_at: nowIso() }, { transaction });
  return hash;
}

/** @throws Refusal 404 when no row or no file has this hash */
export async function readFileRow(
  db: Database,
  hash: string
): Promise<{ media: string; path: string; bytes: number }> {
  const row = await db.tables.files.findOne({ where: { hash }, raw: true });
  const path = row && FILE_HASH.test(hash) ? filePath(db.folder, hash) : null;
  if (!row || !path || !existsSync(path)) throw new Refusal(404, `There is no file ${hash.slice(0, 12)}.`);
  return { media: row.media, path, bytes: row.bytes };
}

/** What a file holds, as a response gives it out. */
// The web's streams and Node's are the same to a response.
export const fileStream = (path: string): ReadableStream<Uint8Array> =>
  Readable.toWeb(createReadStream(path)) as ReadableStream<Uint8Array>;
