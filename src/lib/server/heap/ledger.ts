import { QueryTypes, type Transaction } from 'sequelize';
import { benchTestOf } from '$core/bench/bench-tests';
import { kindOf } from '$core/heap/kinds';
import { ENTRY_NAMES, TEST_NAMES, kindsNamed } from '$core/heap/names';
import type { System } from '$core/reference/targets';
import type { Database } from '../database/database';
import type { Typed } from '../database/tables';
import { notFound } from '../refusal';
import { eventFrom } from '../database/event-format';
import { heapRow, heapRows } from './heaps';

/** An entry as the interface gives it: the event's own fields stand beside these. */
export interface EntryRecord extends Record<string, unknown> {
  id: number;
  heap_id: number;
  kind: string;
  at: string;
  zone: string | null;
  note: string | null;
  session_id: number | null;
  mold_id: number | null;
  member: number | null;
  typed: Typed | null;
  /** A figure of it was read off a simulated device. */
  simulated: boolean;
  /** The press that wrote it, with all else that it wrote. */
  act_id: number;
  version: number;
  created_at: string;
  written_at: string;
  undone_at: string | null;
}

export interface Page<T> {
  items: T[];
  total: number;
  limit: number;
  offset: number;
}

export interface EntryFilter {
  limit?: number;
  offset?: number;
  kind?: string | undefined;
  /** Of tests, those of one kind. */
  test_kind?: string | undefined;
  from?: string | undefined;
  to?: string | undefined;
  /** Struck entries too. */
  undone?: boolean;
  session_id?: number | undefined;
  mold_id?: number | undefined;
  act_id?: number | undefined;
  /** Words in the note, the name of the entry or test, or an ingredient. */
  words?: string | undefined;
  oldest_first?: boolean;
}

interface JoinedRow {
  id: number;
  heap_id: number;
  kind: string;
  at: string;
  zone: string | null;
  note: string | null;
  event: string;
  format: number;
  session_id: number | null;
  mold_id: number | null;
  member: number | null;
  typed: string | null;
  simulated: number;
  act_id: number;
  version: number;
  created_at: string;
  written_at: string;
  undone_at: string | null;
}

const ENTRIES = `FROM entries e JOIN entry_versions v ON v.entry_id = e.id AND v.version = e.version`;
const CURRENT = `${ENTRIES} WHERE e.heap_id = :heap_id`;
const COLUMNS = `e.id, e.heap_id, e.created_at, e.undone_at, v.kind, v.at, v.zone, v.note, v.event, v.format, v.session_id, v.mold_id, v.member, v.typed, v.simulated, e.act_id, v.version, v.written_at`;

/** Entries, latest first unless said. */
export async function listEntries(
  db: Database,
  heap_id: number,
  filter: EntryFilter = {}
): Promise<Page<EntryRecord>> {
  const { system } = await heapRow(db, heap_id);
  const key = `entries ${heap_id} ${JSON.stringify(filter)}`;
  return db.sinceLastWrite(key, () => pageOfEntries(db, heap_id, system, filter));
}

async function pageOfEntries(
  db: Database,
  heap_id: number,
  system: System,
  filter: EntryFilter
): Promise<Page<EntryRecord>> {
  const { limit = 50, offset = 0 } = filter;
  const ids = await entryIds(db, heap_id, filter);
  const page = ids.slice(offset, offset + limit);
  const found = new Map((await entriesById(db, heap_id, system, page)).map((row) => [row.id, row]));
  return { items: page.flatMap((id) => found.get(id) ?? []), total: ids.length, limit, offset };
}

/** The entries that a filter leaves, by id and in its order. Only ids are sorted: a long ledger has many wide rows. */
export async function entryIds(db: Database, heap_id: number, filter: EntryFilter): Promise<number[]> {
  const { where, replacements } = conditions(heap_id, filter);
  const order = filter.oldest_first ? 'v.at, e.id' : 'v.at DESC, e.id DESC';
  const [row] = await db.sequelize.query<{ ids: string }>(
    `SELECT json_group_array(id) AS ids FROM (SELECT e.id ${where} ORDER BY ${order})`,
    { type: QueryTypes.SELECT, replacements }
  );
  return JSON.parse(row?.ids ?? '[]') as number[];
}

/** Some entries of a heap as they stand now, in no order. */
export async function entriesById(
  db: Database,
  heap_id: number,
  system: System,
  ids: readonly number[]
): Promise<EntryRecord[]> {
  const rows = await db.sequelize.query<JoinedRow>(
    `SELECT ${COLUMNS} ${CURRENT} AND e.id IN (SELECT value FROM json_each(:ids))`,
    { type: QueryTypes.SELECT, replacements: { heap_id, ids: JSON.stringify(ids) } }
  );
  return rows.map((row) => entryRecord(row, system));
}

/** What an entry stands at: it changes with every version, and when it is struck out or put back. */
export async function entryMarks(db: Database, heap_id: number): Promise<Map<number, string>> {
  const [row] = await db.sequelize.query<{ marks: string }>(
    `SELECT json_group_array(json_array(e.id, e.version || coalesce(' ' || e.undone_at, ''))) AS marks
       FROM entries e WHERE e.heap_id = :heap_id`,
    { type: QueryTypes.SELECT, replacements: { heap_id } }
  );
  return new Map(JSON.parse(row?.marks ?? '[]') as [number, string][]);
}

/** What a filter asks for, as SQL. */
function conditions(heap_id: number, filter: EntryFilter) {
  const { kind, test_kind, from, to, undone = false, words, session_id, mold_id, act_id } = filter;
  const sought = words?.trim() ?? '';
  const kinds = sought === '' ? [] : kindsNamed(ENTRY_NAMES, sought);
  const tests = sought === '' ? [] : kindsNamed(TEST_NAMES, sought);
  // Handbook names are written with hyphens, and a reader types spaces.
  const like = `%${sought.replace(/[\\%_]/g, '\\$&').replace(/\s+/g, '_')}%`;
  const where = [
    CURRENT,
    undone ? '' : 'AND e.undone_at IS NULL',
    kind === undefined ? '' : 'AND v.kind = :kind',
    test_kind === undefined ? '' : "AND json_extract(v.event, '$.test.kind') = :test_kind",
    from === undefined ? '' : 'AND v.at >= :from',
    to === undefined ? '' : 'AND v.at <= :to',
    session_id === undefined ? '' : 'AND v.session_id = :session_id',
    mold_id === undefined ? '' : 'AND v.mold_id = :mold_id',
    act_id === undefined ? '' : 'AND e.act_id = :act_id',
    sought === ''
      ? ''
      : `AND (v.note LIKE :like ESCAPE '\\'
          OR json_extract(v.event, '$.excluded') LIKE :like ESCAPE '\\'
          ${kinds.length > 0 ? 'OR v.kind IN (:kinds)' : ''}
          ${tests.length > 0 ? "OR json_extract(v.event, '$.test.kind') IN (:tests)" : ''}
          OR EXISTS (SELECT 1 FROM json_each(v.event, '$.additions') a
                      WHERE json_extract(a.value, '$.ingredient') LIKE :like ESCAPE '\\'))`
  ].join(' ');
  return {
    where,
    replacements: { heap_id, kind, test_kind, from, to, like, kinds, tests, session_id, mold_id, act_id }
  };
}

/** Some entries as they stand now, of whatever heaps, by id. */
export async function entriesOfAnyHeap(
  db: Database,
  ids: readonly number[]
): Promise<Map<number, EntryRecord>> {
  const [heaps, rows] = await Promise.all([
    heapRows(db),
    db.sequelize.query<JoinedRow>(
      `SELECT ${COLUMNS} ${ENTRIES} WHERE e.id IN (SELECT value FROM json_each(:ids))`,
      { type: QueryTypes.SELECT, replacements: { ids: JSON.stringify(ids) } }
    )
  ]);
  const systems = new Map(heaps.map(({ id, system }) => [id, system]));
  return new Map(rows.map((row) => [row.id, entryRecord(row, systems.get(row.heap_id) ?? 'water')]));
}

export async function readEntry(
  db: Database,
  heap_id: number,
  id: number,
  transaction?: Transaction
): Promise<EntryRecord> {
  const heap = await heapRow(db, heap_id, transaction);
  const [row] = await db.sequelize.query<JoinedRow>(`SELECT ${COLUMNS} ${CURRENT} AND e.id = :id`, {
    type: QueryTypes.SELECT,
    replacements: { heap_id, id },
    ...(transaction && { transaction })
  });
  if (!row) throw notFound('entry', id);
  return entryRecord(row, heap.system);
}

/** Every version of an entry, oldest first. */
export async function entryVersions(db: Database, heap_id: number, id: number): Promise<EntryRecord[]> {
  const heap = await heapRow(db, heap_id);
  const rows = await db.sequelize.query<JoinedRow>(
    `SELECT ${COLUMNS} FROM entries e JOIN entry_versions v ON v.entry_id = e.id
      WHERE e.heap_id = :heap_id AND e.id = :id ORDER BY v.version`,
    { type: QueryTypes.SELECT, replacements: { heap_id, id } }
  );
  if (rows.length === 0) throw notFound('entry', id);
  return rows.map((row) => entryRecord(row, heap.system));
}

function entryRecord(row: JoinedRow, system: System): EntryRecord {
  const event = eventFrom(row.format, row.event);
  return {
    id: row.id,
    heap_id: row.heap_id,
    kind: row.kind,
    at: row.at,
    zone: row.zone,
    note: row.note,
    ...kindOf(event.kind).show(event),
    ...(event.kind === 'tested' && { result: benchTestOf(event.test).result(event.test, system) }),
    session_id: row.session_id,
    mold_id: row.mold_id,
    member: row.member,
    typed: row.typed === null ? null : (JSON.parse(row.typed) as Typed),
    simulated: Boolean(row.simulated),
    act_id: row.act_id,
    version: row.version,
    created_at: row.created_at,
    written_at: row.written_at,
    undone_at: row.undone_at
  };
}
