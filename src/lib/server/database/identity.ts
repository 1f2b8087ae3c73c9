import { closeSync, existsSync, openSync, readSync, statSync } from 'node:fs';
import { QueryTypes, type Sequelize } from 'sequelize';
import { migrations } from './migrations';
import { RecordsTrouble } from './trouble';

/** Marks a file as ours ("Brnk"), for whoever opens it. */
export const APPLICATION_ID = 0x42726e6b;

const HEADER = 'SQLite format 3\0';

/** Refuses a file that no SQLite can read, before SQLite is asked: what it says then is not for people. */
export function mustBeSqlite(file: string): void {
  if (!existsSync(file) || statSync(file).size === 0) return;
  const head = Buffer.alloc(HEADER.length);
  const handle = openSync(file, 'r');
  const read = readSync(handle, head, 0, head.length, 0);
  closeSync(handle);
  if (read < head.length || head.toString('latin1') !== HEADER)
    throw new RecordsTrouble(
      `${file} is no file of records: move it away, or bring back a copy with npm run restore.`
    );
}

/**
 * Refuses a file that is damaged, of another program, or of a newer version than this.
 *
 * @param file how it is named to the user
 * @param thoroughly every page and index, for a file that is to be brought back
 */
export async function mustBeOurs(sequelize: Sequelize, file: string, thoroughly = false): Promise<void> {
  const rows = async <T extends object>(sql: string) => sequelize.query<T>(sql, { type: QueryTypes.SELECT });
  let tables: string[];
  try {
    const check = thoroughly ? 'integrity_check' : 'quick_check';
    const found = (await rows<Record<string, string>>(`PRAGMA ${check}`)).map(
      (row) => Object.values(row)[0]!
    );
    if (found[0] !== 'ok')
      throw new RecordsTrouble(`${file} is damaged (${found[0]}): bring back a copy with npm run restore.`);
    tables = (await rows<{ name: string }>(`SELECT name FROM sqlite_master WHERE type = 'table'`)).map(
      ({ name }) => name
    );
  } catch (thrown) {
    if (thrown instanceof RecordsTrouble || !/CORRUPT|NOTADB|malformed|not a database/.test(String(thrown)))
      throw thrown;
    throw new RecordsTrouble(`${file} is damaged: bring back a copy with npm run restore.`, thrown);
  }
  const own = tables.filter((name) => !name.startsWith('sqlite_'));
  // Killed at its very first start there is the empty list of what was applied, or nothing at all.
  if (own.every((name) => name === 'migrations')) return;
  const [{ application_id = 0 } = {}] = await rows<{ application_id?: number }>('PRAGMA application_id');
  const ours = own.includes('heaps') && own.includes('migrations');
  if (!ours || (application_id !== 0 && application_id !== APPLICATION_ID))
    throw new RecordsTrouble(`${file} belongs to another program: choose another folder with BRUNKEL_DATA.`);
  const known = new Set<string>(migrations.map(({ name }) => name));
  const newer = (await rows<{ name: string }>('SELECT name FROM migrations')).filter(
    ({ name }) => !known.has(name)
  );
  if (newer.length > 0)
    throw new RecordsTrouble(
      `${file} was written by a newer Brunkel (${newer[0]!.name}): use that one, this would not understand all of it.`
    );
}
