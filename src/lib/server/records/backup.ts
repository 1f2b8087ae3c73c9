import { closeSync, existsSync, fsyncSync, mkdirSync, openSync, renameSync, rmSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { QueryTypes, Sequelize } from 'sequelize';
import { FILE_NAME } from '../database/coming';
import { mustBeOurs, mustBeSqlite } from '../database/identity';
import { filesHeld, packFiles, type FilesHeld } from '../database/packed-files';
import { RecordsTrouble } from '../database/trouble';

/**
 * The records as they are at this moment in one file, complete once it has its name. Writes go on meanwhile: SQLite
 * reads one state of them all.
 *
 * @param files the folder whose photos and meshes go along; left out, the copy stays beside them and needs none
 * @throws RecordsTrouble when there is a file of that name already
 */
export async function backUp(sequelize: Sequelize, file: string, files?: string): Promise<void> {
  if (existsSync(file)) throw new RecordsTrouble(`${file} is there already: choose another name.`);
  mkdirSync(dirname(file), { recursive: true, mode: 0o700 });
  const part = `${file}.part`;
  rmSync(part, { force: true });
  closeSync(openSync(part, 'w', 0o600));
  try {
    await sequelize.query('VACUUM INTO ?', { replacements: [part] });
    if (files !== undefined) await withRecords(part, (copy) => packFiles(copy, files));
    toDisk(part);
    renameSync(part, file);
    toDisk(dirname(file));
  } catch (thrown) {
    rmSync(part, { force: true });
    throw thrown;
  }
}

/** On the disk, not only on its way there: a copy that the next power cut takes away is none. */
export function toDisk(path: string): void {
  const handle = openSync(path, 'r');
  fsyncSync(handle);
  closeSync(handle);
}

/** A file of records, opened as it is. */
export const recordsIn = (file: string): Sequelize =>
  new Sequelize({ dialect: 'sqlite', storage: file, logging: false });

/** Runs `work` on a file of records without changing its layout; whoever serves it goes on. */
export async function withRecords<T>(file: string, work: (sequelize: Sequelize) => Promise<T>): Promise<T> {
  if (!existsSync(file)) throw new RecordsTrouble(`There is no file ${file}.`);
  mustBeSqlite(file);
  const sequelize = recordsIn(file);
  try {
    return await work(sequelize);
  } finally {
    await sequelize.close();
  }
}

/** Backs up the records of a folder, whether or not they are being served. */
export const backUpFolder = (folder: string, file: string): Promise<void> =>
  withRecords(join(folder, FILE_NAME), (sequelize) => backUp(sequelize, file, folder));

/** What a file of records holds, once it was found whole and of a version that this one understands. */
export interface Held extends FilesHeld {
  heaps: number;
  entries: number;
  lots: number;
  /** When the last entry was written; null without any. */
  latest: string | null;
}

/**
 * @param files the folder with its photos and meshes; left out for a backup, which has them in itself
 * @throws RecordsTrouble when it is damaged, empty, foreign or of a newer version
 */
export function checkedBackup(file: string, files?: string): Promise<Held> {
  return withRecords(file, async (sequelize) => {
    await mustBeOurs(sequelize, file, true);
    const one = async <T extends object>(sql: string) =>
      (await sequelize.query<T>(sql, { type: QueryTypes.SELECT }))[0]!;
    try {
      const counted = await one<Omit<Held, keyof FilesHeld>>(
        `SELECT (SELECT count(*) FROM heaps) AS heaps, (SELECT count(*) FROM entries) AS entries,
           (SELECT count(*) FROM lots) AS lots, (SELECT max(written_at) FROM entry_versions) AS latest`
      );
      return { ...counted, ...(await filesHeld(sequelize, files)) };
    } catch (thrown) {
      throw new RecordsTrouble(`${file} holds no records of Brunkel.`, thrown);
    }
  });
}
