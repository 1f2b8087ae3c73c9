import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { QueryTypes, type Sequelize } from 'sequelize';

/**
 * Files lie beside the database, each under the hash of what it holds, and go into a backup with it: there they lie in a
 * table of their own, so that a backup is one file. Where the backup is opened, they are unpacked again.
 */
export const PACKED = 'packed_files';
export const FILE_HASH = /^[0-9a-f]{64}$/;
/** The kinds of files that are kept, as browsers are told. */
export const MEDIA_KEPT = ['image/jpeg', 'model/stl', 'model/obj', 'model/3mf'] as const;

export const filesFolder = (folder: string): string => join(folder, 'files');
/** @throws RangeError for what is no hash: nothing of the records leads out of their folder */
export function filePath(folder: string, hash: string): string {
  if (!FILE_HASH.test(hash)) throw new RangeError('That is no hash of a file.');
  return join(filesFolder(folder), hash.slice(0, 2), hash);
}

/** Puts a file in its place, whole or not at all; one that is there holds the same already. */
export function placeFile(folder: string, hash: string, content: Uint8Array): void {
  const to = filePath(folder, hash);
  if (existsSync(to)) return;
  mkdirSync(dirname(to), { recursive: true, mode: 0o700 });
  writeFileSync(`${to}.part`, content, { mode: 0o600, flush: true });
  renameSync(`${to}.part`, to);
}

const select = <T extends object>(sequelize: Sequelize, sql: string, replacements: unknown[] = []) =>
  sequelize.query<T>(sql, { type: QueryTypes.SELECT, replacements });

const hasTable = async (sequelize: Sequelize, name: string): Promise<boolean> =>
  (await select(sequelize, `SELECT 1 FROM sqlite_master WHERE type = 'table' AND name = ?`, [name])).length >
  0;

/** What the file holds, if it is there and still what its name says. */
function contentOf(folder: string, hash: string): Buffer | null {
  if (!FILE_HASH.test(hash)) return null;
  const from = filePath(folder, hash);
  if (!existsSync(from)) return null;
  const content = readFileSync(from);
  return createHash('sha256').update(content).digest('hex') === hash ? content : null;
}

/**
 * Puts the files that the rows name into a copy of the records. Those that came in an earlier backup, of records that
 * were not served since, are in it already; one that is nowhere stays missing (see `filesHeld`).
 */
export async function packFiles(copy: Sequelize, folder: string): Promise<void> {
  if (!(await hasTable(copy, 'files'))) return;
  await copy.query(`CREATE TABLE IF NOT EXISTS ${PACKED} (hash TEXT PRIMARY KEY, content BLOB NOT NULL)`);
  for (const { hash } of await select<{ hash: string }>(
    copy,
    `SELECT hash FROM files WHERE hash NOT IN (SELECT hash FROM ${PACKED})`
  )) {
    const content = contentOf(folder, hash);
    if (!content) continue;
    await copy.query(`INSERT INTO ${PACKED} (hash, content) VALUES ($hash, $content)`, {
      bind: { hash, content }
    });
  }
}

/** Photos and meshes that records name, and those of them that are nowhere. */
export interface FilesHeld {
  files: number;
  missing: number;
}

/**
 * Counts what the rows name and what is missing of it: neither packed with them nor in the folder beside them.
 *
 * @param folder where the files lie; left out for a backup, which has them in itself
 */
export async function filesHeld(sequelize: Sequelize, folder?: string): Promise<FilesHeld> {
  if (!(await hasTable(sequelize, 'files'))) return { files: 0, missing: 0 };
  const packed = (await hasTable(sequelize, PACKED))
    ? new Set(
        (await select<{ hash: string }>(sequelize, `SELECT hash FROM ${PACKED}`)).map(({ hash }) => hash)
      )
    : new Set<string>();
  const rows = await select<{ hash: string }>(sequelize, 'SELECT hash FROM files');
  const there = ({ hash }: { hash: string }) =>
    packed.has(hash) || (folder !== undefined && FILE_HASH.test(hash) && existsSync(filePath(folder, hash)));
  return { files: rows.length, missing: rows.filter((row) => !there(row)).length };
}

/** Puts packed files in their places beside the database. What does not hold what its name says is left out. */
export async function unpackFiles(sequelize: Sequelize, folder: string): Promise<void> {
  if (!(await hasTable(sequelize, PACKED))) return;
  for (const { hash } of await select<{ hash: string }>(sequelize, `SELECT hash FROM ${PACKED}`)) {
    const [row] = await select<{ content: Buffer }>(
      sequelize,
      `SELECT content FROM ${PACKED} WHERE hash = ?`,
      [hash]
    );
    if (row && createHash('sha256').update(row.content).digest('hex') === hash)
      placeFile(folder, hash, row.content);
  }
  await sequelize.query(`DROP TABLE ${PACKED}`);
  await sequelize.query('VACUUM');
}
