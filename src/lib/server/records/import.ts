import { createHash } from 'node:crypto';
import {
  createReadStream,
  existsSync,
  mkdirSync,
  readFileSync,
  readdirSync,
  renameSync,
  rmSync
} from 'node:fs';
import { dirname, join } from 'node:path';
import { createInterface } from 'node:readline';
import { QueryTypes, Sequelize } from 'sequelize';
import { COMING, FILE_NAME, takeComing } from '../database/coming';
import { openDatabase } from '../database/database';
import { APPLICATION_ID } from '../database/identity';
import { migrate } from '../database/migrate';
import { migrations } from '../database/migrations';
import { holdFolder } from '../database/sole-server';
import { placeFile } from '../database/packed-files';
import { isText } from '$lib/schema/text';
import { RecordsTrouble } from '../database/trouble';
import { checkedBackup, toDisk, withRecords } from './backup';
import type { Restored } from './restore';
import { keyOf, nonsenseIn } from './sense';
import { columnsOf, recordTables, type Head, type Line } from './open-format';

/**
 * Takes an export (JSON lines) into a folder without records: all of it, or nothing.
 *
 * @throws RecordsTrouble when a line is not what it should be, the layout is newer, or there are records already
 */
export async function importRecords(folder: string, file: string): Promise<Restored> {
  if (!existsSync(file)) throw new RecordsTrouble(`There is no file ${file}.`);
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  await mustBeEmpty(folder);
  const release = await holdFolder(folder);
  const draft = join(folder, 'in-the-making');
  try {
    rmSync(draft, { recursive: true, force: true });
    mkdirSync(draft, { mode: 0o700 });
    const lines = await build(join(draft, FILE_NAME), draft, file);
    // Brought up to today's layout before it counts, and held to what the interface takes.
    const db = await openDatabase(draft);
    const nonsense = await nonsenseIn(db).finally(() => db.close());
    if (nonsense) {
      const { table, key, why } = nonsense;
      throw refusal(file, lines.get(`${table} ${key}`), `(${table} ${key}): ${why}`);
    }
    const made = join(draft, FILE_NAME);
    takeFiles(join(dirname(file), 'files'), folder);
    const held = await checkedBackup(made, folder);
    toDisk(made);
    renameSync(made, join(folder, COMING));
    return { held, aside: takeComing(folder) };
  } finally {
    rmSync(draft, { recursive: true, force: true });
    await release();
  }
}

const refusal = (file: string, line: number | undefined, why: string, cause?: unknown) =>
  new RecordsTrouble(`Line ${line ?? '?'} of ${file} ${why}; nothing was taken over.`, cause);

/** The photos and meshes that lie beside an export; each is known by what it holds. */
function takeFiles(from: string, folder: string): void {
  if (!existsSync(from)) return;
  for (const name of readdirSync(from)) {
    const content = readFileSync(join(from, name));
    placeFile(folder, createHash('sha256').update(content).digest('hex'), content);
  }
}

/** @throws RecordsTrouble where there is any record at all: a member or a pattern is one as well as a heap */
async function mustBeEmpty(folder: string): Promise<void> {
  const present = join(folder, FILE_NAME);
  if (!existsSync(present)) return;
  const held = await withRecords(present, async (sequelize) => {
    for (const table of await recordTables(sequelize)) {
      const rows = await sequelize.query(`SELECT 1 FROM ${table} LIMIT 1`, { type: QueryTypes.SELECT });
      if (rows.length > 0) return true;
    }
    return false;
  });
  if (held)
    throw new RecordsTrouble(
      `There are records in ${folder} already: choose an empty folder with BRUNKEL_DATA.`
    );
}

/** Its rows as they are; gives the line of each, by its table and key. */
async function build(made: string, folder: string, file: string): Promise<Map<string, number>> {
  const lineOf = new Map<string, number>();
  const sequelize = new Sequelize({ dialect: 'sqlite', storage: made, logging: false });
  const lines = createInterface({ input: createReadStream(file, 'utf8'), crlfDelay: Infinity });
  let number = 0;
  const wrong = (why: string, cause?: unknown) => refusal(file, number, why, cause);
  try {
    let columns: Map<string, Set<string>> | null = null;
    for await (const text of lines) {
      number += 1;
      if (text.trim() === '') continue;
      let line: unknown;
      try {
        line = JSON.parse(text);
      } catch (thrown) {
        throw wrong('is not JSON', thrown);
      }
      if (!columns) {
        const { brunkel, layout } = line as Partial<Head>;
        const last = layout?.at(-1);
        if (brunkel !== 'records' || !last) throw wrong('is not the head of an export of Brunkel');
        if (!migrations.some(({ name }) => name === last)) throw wrong('was written by a newer Brunkel');
        await migrate(sequelize, folder, last);
        await sequelize.query(`PRAGMA application_id = ${APPLICATION_ID}`);
        columns = await known(sequelize);
        await sequelize.query('BEGIN IMMEDIATE');
        continue;
      }
      const { table, row } = line as Partial<Line>;
      const fields = columns.get(table ?? '');
      if (!fields || !row || typeof row !== 'object') throw wrong('names no table of the records');
      const names = Object.keys(row);
      const strange = names.find((name) => !fields.has(name));
      if (strange) throw wrong(`has an unknown field, ${strange}`);
      const values = names.map((name) => stored(row[name]));
      if (values.some((value) => typeof value === 'string' && !isText(value)))
        throw wrong('holds characters that are none');
      try {
        await sequelize.query(
          `INSERT INTO ${table} (${names.map((name) => `"${name}"`).join(', ')}) VALUES (${names.map((_, i) => `$${i + 1}`).join(', ')})`,
          { bind: values }
        );
      } catch (thrown) {
        throw wrong(`cannot be taken (${(thrown as Error).message})`, thrown);
      }
      lineOf.set(`${table} ${keyOf(row)}`, number);
    }
    if (!columns) throw new RecordsTrouble(`${file} is empty.`);
    await sequelize.query('COMMIT');
    return lineOf;
  } finally {
    lines.close();
    await sequelize.close();
  }
}

async function known(sequelize: Sequelize): Promise<Map<string, Set<string>>> {
  const tables = await recordTables(sequelize);
  const found = await Promise.all(
    tables.map(
      async (table) => [table, new Set((await columnsOf(sequelize, table)).map(({ name }) => name))] as const
    )
  );
  return new Map(found);
}

const stored = (value: unknown) =>
  value !== null && typeof value === 'object' ? JSON.stringify(value) : value;
