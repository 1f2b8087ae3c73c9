import { QueryTypes } from 'sequelize';
import { nowIso } from '$core/time/now';
import type { Database } from '../database/database';
import { readState } from '../heap/heap-state';
import { columnsOf, recordTables, rowsOf } from './open-format';
import { rowTrouble, type Row } from './row-schemas';

/** What is wrong with records, and with which: its table and key. */
export interface Nonsense {
  table: string;
  key: string;
  why: string;
}

/** What a row is known by. */
export const keyOf = ({ id, hash, name }: Row): string => String(id ?? hash ?? name);

/**
 * The first row that the interface would not have taken, that names what is not there, or whose heap cannot be worked out;
 * null where all of it makes sense. The records are in today's layout.
 */
export async function nonsenseIn(db: Database): Promise<Nonsense | null> {
  for (const table of await recordTables(db.sequelize)) {
    const columns = await columnsOf(db.sequelize, table);
    for await (const row of rowsOf(db.sequelize, table)) {
      const trouble = troubleOf(table, columns, row);
      if (trouble) return { table, key: keyOf(row), why: trouble };
    }
  }
  return (await lostIn(db)) ?? (await heapsThatFail(db));
}

/** A row as its table has it: JSON read, and yes or no where SQLite keeps figures. */
export function asRecord(columns: readonly { name: string; type: string }[], row: Row): Row {
  const of = new Map(columns.map(({ name, type }) => [name, type]));
  return Object.fromEntries(
    Object.entries(row).map(([name, value]) => {
      const type = of.get(name) ?? '';
      if (type === 'JSON' && typeof value === 'string') return [name, JSON.parse(value) as unknown];
      if (/^(BOOLEAN|TINYINT)/.test(type) && (value === 0 || value === 1)) return [name, value === 1];
      return [name, value];
    })
  );
}

function troubleOf(
  table: string,
  columns: readonly { name: string; type: string }[],
  row: Row
): string | null {
  let record: Row;
  try {
    record = asRecord(columns, row);
  } catch {
    return 'holds what is not JSON';
  }
  const wrong = rowTrouble(table, record);
  return wrong && `${wrong.path} ${wrong.message}`.trim();
}

/** What is named within a row's JSON, where the database does not look: the table, its row, and the table that it names. */
const NAMED = [
  ['molds', 'patterns', 'pattern_id', 'patterns'],
  ['plans', 'wanted', 'pattern_id', 'patterns'],
  ['acts', 'molds', 'mold_id', 'molds'],
  ['trials', 'molds', 'mold_id', 'molds']
] as const;

async function lostIn(db: Database): Promise<Nonsense | null> {
  const first = async (sql: string) =>
    (
      await db.sequelize.query<{ id: number; named: number }>(`${sql} LIMIT 1`, { type: QueryTypes.SELECT })
    )[0];
  for (const [table, column, field, other] of NAMED) {
    const found = await first(
      `SELECT t.id, json_extract(each.value, '$.${field}') AS named FROM ${table} t, json_each(t.${column}) each
       WHERE NOT EXISTS (SELECT 1 FROM ${other} o WHERE o.id = json_extract(each.value, '$.${field}'))`
    );
    if (found)
      return {
        table,
        key: String(found.id),
        why: `names ${field} ${found.named}, which is not among the ${other}`
      };
  }
  const bare = await first(
    `SELECT e.id, e.version AS named FROM entries e
     WHERE NOT EXISTS (SELECT 1 FROM entry_versions v WHERE v.entry_id = e.id AND v.version = e.version)`
  );
  return bare ? { table: 'entries', key: String(bare.id), why: `has no version ${bare.named}` } : null;
}

/** Rows that are well each by itself can still tell of sand that cannot be. */
async function heapsThatFail(db: Database): Promise<Nonsense | null> {
  const heaps = await db.tables.heaps.findAll({ where: { removed_at: null }, attributes: ['id'], raw: true });
  for (const { id } of heaps)
    try {
      const state = await readState(db, id, nowIso());
      const wrong = notFinite(state, '');
      if (wrong) return { table: 'heaps', key: String(id), why: `has no figure for ${wrong}` };
    } catch (thrown) {
      return { table: 'heaps', key: String(id), why: `cannot be worked out (${(thrown as Error).message})` };
    }
  return null;
}

/** Where in an answer a number is none. */
function notFinite(value: unknown, path: string): string | null {
  if (typeof value === 'number') return Number.isFinite(value) ? null : path;
  if (value === null || typeof value !== 'object') return null;
  for (const [name, each] of Object.entries(value)) {
    const wrong = notFinite(each, path ? `${path}.${name}` : name);
    if (wrong) return wrong;
  }
  return null;
}
