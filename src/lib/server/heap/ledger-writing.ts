import type { Transaction } from 'sequelize';
import type { Event } from '$core/heap/entry';
import { LedgerError, replay } from '$core/heap/ledger';
import type { NewEntry } from '$lib/schema/entry';
import type { NewHeapTest } from '$lib/schema/heap-test';
import type { Database } from '../database/database';
import type { HeapRow, Typed } from '../database/tables';
import { impossible, notFound, stale } from '../refusal';
import { readLot } from '../stock/stock';
import { toEvent, toTestEvent, type EntryContext } from './entry-event';
import { heapRow, natureOf } from './heaps';
import { loadLedger, readEntry, type EntryRecord } from './ledger';

/**
 * Writing in a heap's ledger. Every write is one transaction that replays the whole ledger, so that nothing is stored
 * that cannot have happened.
 */

const now = () => new Date().toISOString();

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
    nature: natureOf(heap),
    binder: heap.binder,
    async before(at) {
      const iso = new Date(at).toISOString();
      const ledger = await loadLedger(db, heap.id, transaction);
      return ledger.filter((entry) => entry.id !== entry_id && entry.at <= iso);
    },
    async lot(id: number) {
      try {
        return await readLot(db, id, transaction);
      } catch {
        throw impossible([{ path: 'lot_id', message: `there is no lot ${id} in stock` }]);
      }
    }
  };
}
