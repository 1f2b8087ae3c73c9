import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { QueryTypes, type Sequelize } from 'sequelize';

/**
 * Files lie beside the database, each under the hash of what it holds, and go into a backup with it: there they lie in a
 * table of their own, so that a backup is one file. Where the backup is opened, they are unpacked again.
 */
export const PACKED = 'packed_files';

export const filesFolder = (folder: string): string => join(folder, 'files');
export const filePath = (folder: string, hash: string): string =>
  join(filesFolder(folder), hash.slice(0, 2), hash);

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

/** Puts the files that the rows name into a copy of the records; one that is missing stays missing. */
export async function packFiles(copy: Sequelize, folder: string): Promise<void> {
  if (!(await hasTable(copy, 'files'))) return;
  await copy.query(`CREATE TABLE ${PACKED} (hash TEXT PRIMARY KEY, content BLOB NOT NULL)`);
  for (const { hash } of await select<{ hash: string }>(copy, 'SELECT hash FROM files')) {
    const from = filePath(folder, hash);
    if (!existsSync(from)) continue;
    await copy.query(`INSERT INTO ${PACKED} (hash, content) VALUES ($hash, $content)`, {
      bind: { hash, content: readFileSync(from) }
    });
  }
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
