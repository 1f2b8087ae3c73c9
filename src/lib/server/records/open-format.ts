import { nowIso } from '$core/time/now';
import Papa from 'papaparse';
import { QueryTypes, type Sequelize } from 'sequelize';
import { PACKED } from '../database/packed-files';

/** The first line of an export: what it is, and the layout that its rows are in. */
export interface Head {
  brunkel: 'records';
  layout: string[];
  exported_at: string;
}

export interface Line {
  table: string;
  row: Record<string, unknown>;
}

/** Kept for a while only, or worked out anew as the journal is; no record of anybody's sand. */
const LEFT_OUT = new Set(['migrations', 'answered_requests', PACKED]);
const BATCH = 500;

interface Column {
  name: string;
  type: string;
}

/** The tables that hold records, each after those that it refers to. */
export async function recordTables(sequelize: Sequelize): Promise<string[]> {
  const rows = <T extends object>(sql: string) => sequelize.query<T>(sql, { type: QueryTypes.SELECT });
  const all = await rows<{ name: string }>(
    `SELECT name FROM sqlite_master WHERE type = 'table' ORDER BY rowid`
  );
  const names = all
    .map(({ name }) => name)
    .filter((name) => !/^(sqlite_|journal)/.test(name) && !LEFT_OUT.has(name));
  const refers = new Map<string, string[]>();
  for (const name of names)
    refers.set(
      name,
      (await rows<{ table: string }>(`PRAGMA foreign_key_list(${name})`)).map(({ table }) => table)
    );
  const ordered: string[] = [];
  const visit = (name: string) => {
    if (ordered.includes(name)) return;
    for (const other of refers.get(name) ?? []) if (other !== name) visit(other);
    ordered.push(name);
  };
  names.forEach(visit);
  return ordered;
}

export function columnsOf(sequelize: Sequelize, table: string): Promise<Column[]> {
  return sequelize.query<Column>(`PRAGMA table_info(${table})`, { type: QueryTypes.SELECT });
}

/** Its rows, in the order in which they came in; JSON is text, yes and no are 1 and 0. */
export async function* rowsOf(sequelize: Sequelize, table: string): AsyncGenerator<Record<string, unknown>> {
  for (let after = -1; ;) {
    const rows = await sequelize.query<Record<string, unknown> & { rowid_: number }>(
      `SELECT rowid AS rowid_, * FROM ${table} WHERE rowid > ${after} ORDER BY rowid LIMIT ${BATCH}`,
      { type: QueryTypes.SELECT }
    );
    for (const { rowid_, ...row } of rows) {
      after = rowid_;
      yield row;
    }
    if (rows.length < BATCH) return;
  }
}

/** Everything as JSON lines: the head, then a row each, referred ones first. Figures keep every digit. */
export async function* asJsonLines(sequelize: Sequelize): AsyncGenerator<string> {
  const layout = await sequelize.query<{ name: string }>('SELECT name FROM migrations ORDER BY name', {
    type: QueryTypes.SELECT
  });
  const head: Head = {
    brunkel: 'records',
    layout: layout.map(({ name }) => name),
    exported_at: nowIso()
  };
  yield `${JSON.stringify(head)}\n`;
  for (const table of await recordTables(sequelize)) {
    const nested = (await columnsOf(sequelize, table))
      .filter(({ type }) => type === 'JSON')
      .map(({ name }) => name);
    for await (const row of rowsOf(sequelize, table)) {
      for (const name of nested) if (typeof row[name] === 'string') row[name] = JSON.parse(row[name]);
      yield `${JSON.stringify({ table, row } satisfies Line)}\n`;
    }
  }
}

/** A table as CSV (RFC 4180): its columns by name, what is nested as JSON in its field. */
export async function* asCsv(sequelize: Sequelize, table: string): AsyncGenerator<string> {
  const fields = (await columnsOf(sequelize, table)).map(({ name }) => name);
  yield `${Papa.unparse([fields])}\r\n`;
  for await (const row of rowsOf(sequelize, table))
    yield `${Papa.unparse([fields.map((name) => row[name] ?? '')], { escapeFormulae: true })}\r\n`;
}
