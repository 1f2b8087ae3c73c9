import { QueryTypes, type Transaction } from 'sequelize';
import { withBatchTests, type Event, type LedgerEntry } from '$core/heap/entry';
import { LedgerError, inOrder, replay } from '$core/heap/ledger';
import type { System } from '$core/reference/targets';
import type { NewEntry } from '$lib/schema/entry';
import type { NewHeapTest } from '$lib/schema/heap-test';
import type { Database } from '../database/database';
import type { HeapRow, Typed } from '../database/tables';
import { impossible, notFound, stale } from '../refusal';
import { readLot } from '../stock/stock';
import { testResult } from '../bench/test-record';
import { eventFields, toEvent, toTestEvent, type EntryContext } from './entry-event';
import { heapRow, targetsOf } from './heaps';

/** An entry as the interface gives it: the event's own fields stand beside these. */
export interface EntryRecord extends Record<string, unknown> {
  id: number;
  heap_id: number;
  kind: string;
  at: string;
  zone: string | null;
  note: string | null;
  typed: Typed | null;
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
}

interface JoinedRow {
  id: number;
  heap_id: number;
  kind: string;
  at: string;
  zone: string | null;
  note: string | null;
  event: string;
  typed: string | null;
  version: number;
  created_at: string;
  written_at: string;
  undone_at: string | null;
}

const CURRENT = `FROM entries e JOIN entry_versions v ON v.entry_id = e.id AND v.version = e.version WHERE e.heap_id = :heap_id`;
const COLUMNS = `e.id, e.heap_id, e.created_at, e.undone_at, v.kind, v.at, v.zone, v.note, v.event, v.typed, v.version, v.written_at`;

const now = () => new Date().toISOString();

/** The entries of a heap that count, in order, for the core. */
export async function loadLedger(
  db: Database,
  heap_id: number,
  transaction?: Transaction
): Promise<LedgerEntry[]> {
  const rows = await db.sequelize.query<Pick<JoinedRow, 'id' | 'at' | 'event'>>(
    `SELECT e.id, v.at, v.event ${CURRENT} AND e.undone_at IS NULL`,
    { type: QueryTypes.SELECT, replacements: { heap_id }, ...(transaction && { transaction }) }
  );
  return withBatchTests(
    inOrder(rows.map(({ id, at, event }) => ({ id, at, event: JSON.parse(event) as Event })))
  );
}

/** Entries, latest first. */
export async function listEntries(
  db: Database,
  heap_id: number,
  filter: EntryFilter = {}
): Promise<Page<EntryRecord>> {
  const heap = await heapRow(db, heap_id);
  const { limit = 50, offset = 0, kind, test_kind, from, to, undone = false } = filter;
  const where = [
    CURRENT,
    undone ? '' : 'AND e.undone_at IS NULL',
    kind === undefined ? '' : 'AND v.kind = :kind',
    test_kind === undefined ? '' : "AND json_extract(v.event, '$.test.kind') = :test_kind",
    from === undefined ? '' : 'AND v.at >= :from',
    to === undefined ? '' : 'AND v.at <= :to'
  ].join(' ');
  const replacements = { heap_id, kind, test_kind, from, to, limit, offset };
  // The count rides along with the rows; only a page past the end has no row to carry it.
  const rows = await db.sequelize.query<JoinedRow & { total: number }>(
    `SELECT ${COLUMNS}, COUNT(*) OVER () AS total ${where} ORDER BY v.at DESC, e.id DESC LIMIT :limit OFFSET :offset`,
    { type: QueryTypes.SELECT, replacements }
  );
  const total = rows[0]?.total ?? (offset === 0 ? 0 : await countEntries(db, where, replacements));
  return { items: rows.map((row) => entryRecord(row, heap.system)), total, limit, offset };
}

async function countEntries(
  db: Database,
  where: string,
  replacements: Record<string, unknown>
): Promise<number> {
  const [count] = await db.sequelize.query<{ total: number }>(`SELECT COUNT(*) AS total ${where}`, {
    type: QueryTypes.SELECT,
    replacements
  });
  return count?.total ?? 0;
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

export async function appendEntry(db: Database, heap_id: number, input: NewEntry): Promise<EntryRecord> {
  return append(db, heap_id, input, (heap, transaction, id) =>
    toEvent(input, contextOf(db, heap, transaction, id))
  );
}

export async function appendTest(db: Database, heap_id: number, input: NewHeapTest): Promise<EntryRecord> {
  return append(db, heap_id, input, async (heap, transaction) => {
    await mustBeBatch(db, heap.id, input.batch_entry_id, transaction);
    return toTestEvent(input);
  });
}

/** Writes an entry anew; the old version stays in its history. Everything after it is recomputed. */
export async function amendEntry(
  db: Database,
  heap_id: number,
  id: number,
  input: NewEntry
): Promise<EntryRecord> {
  return amend(db, heap_id, id, input, (heap, transaction) =>
    toEvent(input, contextOf(db, heap, transaction, id))
  );
}

export async function amendTest(
  db: Database,
  heap_id: number,
  id: number,
  input: NewHeapTest
): Promise<EntryRecord> {
  return amend(db, heap_id, id, input, async (heap, transaction) => {
    await mustBeBatch(db, heap.id, input.batch_entry_id, transaction);
    return toTestEvent(input);
  });
}

/** What a test of a batch was made on must be sand that came into this heap. */
async function mustBeBatch(
  db: Database,
  heap_id: number,
  batch_id: number | undefined,
  transaction: Transaction
): Promise<void> {
  if (batch_id === undefined) return;
  const batch = (await loadLedger(db, heap_id, transaction)).find(({ id }) => id === batch_id);
  if (batch?.event.kind === 'mixed' || batch?.event.kind === 'bought') return;
  throw impossible([
    { path: 'batch_entry_id', message: `entry ${batch_id} is no batch of this heap that counts` }
  ]);
}

/** Strikes an entry out; `restoreEntry` takes that back. */
export async function undoEntry(
  db: Database,
  heap_id: number,
  id: number,
  version?: number
): Promise<EntryRecord> {
  return setUndone(db, heap_id, id, now(), version);
}

export async function restoreEntry(db: Database, heap_id: number, id: number): Promise<EntryRecord> {
  return setUndone(db, heap_id, id, null);
}

/** Makes an older version of an entry count again, as a new version. */
export async function revertEntry(
  db: Database,
  heap_id: number,
  id: number,
  to_version: number
): Promise<EntryRecord> {
  return db.write(async (transaction) => {
    const heap = await heapRow(db, heap_id, transaction);
    const entry = await entryRow(db, heap_id, id, transaction);
    const old = await db.tables.entryVersions.findOne({
      where: { entry_id: id, version: to_version },
      transaction
    });
    if (!old) throw notFound(`version of entry ${id}`, to_version);
    const { kind, at, zone, note, event, typed } = old;
    await writeVersion(
      db,
      heap,
      entry.id,
      entry.version + 1,
      { kind, at, zone, note, event, typed },
      transaction
    );
    return readEntry(db, heap_id, id, transaction);
  });
}

interface Written {
  kind: string;
  at: string;
  zone?: string | null | undefined;
  note?: string | null | undefined;
  typed?: Typed | null | undefined;
}

async function append(
  db: Database,
  heap_id: number,
  input: Written,
  event: (heap: HeapRow, transaction: Transaction, id: number) => Promise<Event>
): Promise<EntryRecord> {
  return db.write(async (transaction) => {
    const heap = await heapRow(db, heap_id, transaction);
    const entry = await db.tables.entries.create({ heap_id, created_at: now() }, { transaction });
    await writeVersion(
      db,
      heap,
      entry.id,
      1,
      { ...input, event: await event(heap, transaction, entry.id) },
      transaction
    );
    return readEntry(db, heap_id, entry.id, transaction);
  });
}

async function amend(
  db: Database,
  heap_id: number,
  id: number,
  input: Written & { version?: number | undefined },
  event: (heap: HeapRow, transaction: Transaction) => Promise<Event>
): Promise<EntryRecord> {
  return db.write(async (transaction) => {
    const heap = await heapRow(db, heap_id, transaction);
    const entry = await entryRow(db, heap_id, id, transaction);
    if (input.version !== undefined && input.version !== entry.version) throw stale('entry', entry.version);
    const version = { ...input, event: await event(heap, transaction) };
    await writeVersion(db, heap, id, entry.version + 1, version, transaction);
    return readEntry(db, heap_id, id, transaction);
  });
}

async function setUndone(
  db: Database,
  heap_id: number,
  id: number,
  at: string | null,
  version?: number
): Promise<EntryRecord> {
  return db.write(async (transaction) => {
    const heap = await heapRow(db, heap_id, transaction);
    const entry = await entryRow(db, heap_id, id, transaction);
    if (version !== undefined && version !== entry.version) throw stale('entry', entry.version);
    await db.tables.entries.update({ undone_at: at }, { where: { id }, transaction });
    const current = await db.tables.entryVersions.findOne({
      where: { entry_id: id, version: entry.version },
      transaction
    });
    await recordLotUses(db, id, at === null ? current!.event : { kind: 'noted' }, transaction);
    await settle(db, heap, id, transaction);
    return readEntry(db, heap_id, id, transaction);
  });
}

async function writeVersion(
  db: Database,
  heap: HeapRow,
  entry_id: number,
  version: number,
  written: Written & { event: Event },
  transaction: Transaction
): Promise<void> {
  await db.tables.entryVersions.create(
    {
      entry_id,
      version,
      kind: written.event.kind,
      at: new Date(written.at).toISOString(),
      zone: written.zone ?? null,
      note: written.note ?? null,
      event: written.event,
      typed: written.typed ?? null,
      written_at: now()
    },
    { transaction }
  );
  await db.tables.entries.update({ version }, { where: { id: entry_id }, transaction });
  await recordLotUses(db, entry_id, written.event, transaction);
  await settle(db, heap, entry_id, transaction);
}

/** What the entry takes from stock, in place of what its last version took. */
async function recordLotUses(
  db: Database,
  entry_id: number,
  event: Event,
  transaction: Transaction
): Promise<void> {
  await db.tables.lotUses.destroy({ where: { entry_id }, transaction });
  if (event.kind !== 'mixed' && event.kind !== 'added') return;
  const uses = event.additions.flatMap(({ lot_id, kg }) =>
    lot_id === undefined ? [] : [{ entry_id, lot_id, kg }]
  );
  if (uses.length > 0) await db.tables.lotUses.bulkCreate(uses, { transaction });
}

/** Replays the whole ledger, so that nothing is stored that cannot have happened, and moves the heap's version on. */
async function settle(
  db: Database,
  heap: HeapRow,
  changed_id: number,
  transaction: Transaction
): Promise<void> {
  const ledger = await loadLedger(db, heap.id, transaction);
  try {
    replay(ledger);
  } catch (error) {
    if (!(error instanceof LedgerError)) throw error;
    if (error.entry_id === changed_id) throw impossible([{ path: error.field, message: error.message }]);
    const later = ledger.find((entry) => entry.id === error.entry_id)!;
    throw impossible([
      {
        path: 'kg',
        message: `Then the entry “${later.event.kind}” of ${later.at.slice(0, 10)} could not have happened. ${error.message}`
      }
    ]);
  }
  await heap.increment('version', { transaction });
}

async function entryRow(db: Database, heap_id: number, id: number, transaction: Transaction) {
  const row = await db.tables.entries.findOne({ where: { id, heap_id }, raw: true, transaction });
  if (!row) throw notFound('entry', id);
  return row;
}

function contextOf(db: Database, heap: HeapRow, transaction: Transaction, entry_id: number): EntryContext {
  return {
    system: heap.system,
    binder: heap.binder,
    async before(at) {
      const iso = new Date(at).toISOString();
      const ledger = await loadLedger(db, heap.id, transaction);
      return ledger.filter((entry) => entry.id !== entry_id && entry.at <= iso);
    },
    targets: targetsOf(heap),
    async lot(id: number) {
      try {
        return await readLot(db, id, transaction);
      } catch {
        throw impossible([{ path: 'lot_id', message: `there is no lot ${id} in stock` }]);
      }
    }
  };
}

function entryRecord(row: JoinedRow, system: System): EntryRecord {
  const event = JSON.parse(row.event) as Event;
  return {
    id: row.id,
    heap_id: row.heap_id,
    kind: row.kind,
    at: row.at,
    zone: row.zone,
    note: row.note,
    ...eventFields(event),
    ...(event.kind === 'tested' && { result: testResult(event.test, system) }),
    typed: row.typed === null ? null : (JSON.parse(row.typed) as Typed),
    version: row.version,
    created_at: row.created_at,
    written_at: row.written_at,
    undone_at: row.undone_at
  };
}
