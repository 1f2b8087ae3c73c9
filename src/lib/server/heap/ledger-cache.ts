import { QueryTypes, type Transaction } from 'sequelize';
import { inOrder, withBatchTests, type LedgerEntry } from '$core/heap/entry';
import { HEAP_TEST_KINDS } from '$core/bench/bench-tests';
import type { HeapNature } from '$core/heap/state/belief';
import { isKind, type Event } from '$core/heap/kinds';
import type { Database } from '../database/database';
import { eventFrom } from '../database/event-format';
import { RecordsTrouble } from '../database/trouble';
import type { HeapRow } from '../database/tables';
import { airOf, stationOf } from './air';
import { hands } from './hands';
import { ledgerOf, walkedInStretches, type HeapLedger } from './heap-ledger';
import { natureOf } from './heaps';
import { keepWalk, withKeptWalk } from './kept-walk';

/**
 * One ledger by heap is kept, good for one version of it and of its members' hands; it can always be thrown away. A write
 * keeps its own until it is committed, so that a write taken back leaves nothing behind.
 */
interface Kept {
  ledger: HeapLedger;
  /** What it was worked out with, besides the entries. */
  by: string;
}

const committed = new WeakMap<Database, Map<number, Kept>>();
const underway = new WeakMap<Transaction, Map<number, Kept>>();

interface StoredEntry {
  id: number;
  at: string;
  event: string;
  format: number;
  mold_id: number | null;
  member: number | null;
}

const CURRENT = `FROM entries e JOIN entry_versions v ON v.entry_id = e.id AND v.version = e.version WHERE e.heap_id = :heap_id`;

/** The entries of a heap that count, in order, for the core. */
export async function loadEntries(
  db: Database,
  heap_id: number,
  transaction?: Transaction
): Promise<LedgerEntry[]> {
  const rows = await db.sequelize.query<StoredEntry>(
    `SELECT e.id, v.at, v.event, v.format, v.mold_id, v.member ${CURRENT} AND e.undone_at IS NULL`,
    { type: QueryTypes.SELECT, replacements: { heap_id }, ...(transaction && { transaction }) }
  );
  return withBatchTests(inOrder(rows.map(entryOf)));
}

/**
 * @throws RecordsTrouble when the entry is none that this version knows: the rest of the records goes on without it
 */
function readable(id: number, read: () => Event): Event {
  let event: Event | null = null;
  try {
    event = read();
  } catch {
    // Not even JSON: said below.
  }
  const kind: unknown = event?.kind;
  const known = typeof kind === 'string' && isKind(kind) && (kind !== 'tested' || isTest(event));
  if (event && known) return event;
  throw new RecordsTrouble(
    `This heap cannot be read: its entry ${id} is ${typeof kind === 'string' ? `of a kind that this version does not know (${kind})` : 'damaged'}. Bring back a copy from before, or use the version that wrote it.`
  );
}

const isTest = (event: Event | null): boolean =>
  event?.kind === 'tested' && (HEAP_TEST_KINDS as readonly string[]).includes(event.test?.kind);

export function entryOf({ id, at, event, format, mold_id, member }: StoredEntry): LedgerEntry {
  return {
    id,
    at,
    event: readable(id, () => eventFrom(format, event)),
    ...(mold_id !== null && { mold_id }),
    ...(member !== null && { member: String(member) })
  };
}

/** The ledger of a heap as it stands, or as the running write left it. */
export async function ledgerFor(db: Database, heap: HeapRow, transaction?: Transaction): Promise<HeapLedger> {
  const { hand, key } = await hands(db, transaction);
  const station = await stationOf(db);
  const nature: HeapNature = { ...natureOf(heap), hand, air: airOf(station) };
  const by = workedOutBy(heap, key, station.name);
  const mine = transaction && underway.get(transaction)?.get(heap.id);
  if (mine && mine.by === by) return mine.ledger;
  const known = committed.get(db)?.get(heap.id);
  if (!mine && known?.by === by && known.ledger.version === heap.version) return known.ledger;
  const load = async () => {
    const entries = await loadEntries(db, heap.id, transaction);
    const bare = ledgerOf(heap.id, heap.version, nature, entries);
    const begun = await withKeptWalk(db.folder, bare, by);
    const kept_before = begun.walk.done;
    const ledger = await walkedInStretches(begun);
    void keepWalk(db.folder, ledger, by, kept_before);
    keep(db, { ledger, by }, transaction);
    return ledger;
  };
  // Pages that ask at once wait for the same one; a write sees what it has changed itself.
  return transaction ? load() : loadedOnce(db, `${heap.id} ${heap.version} ${by}`, load);
}

const loading = new WeakMap<Database, Map<string, Promise<HeapLedger>>>();

function loadedOnce(db: Database, key: string, load: () => Promise<HeapLedger>): Promise<HeapLedger> {
  const all = loading.get(db) ?? new Map<string, Promise<HeapLedger>>();
  loading.set(db, all);
  const known = all.get(key);
  if (known) return known;
  const coming = load().finally(() => all.delete(key));
  all.set(key, coming);
  return coming;
}

const workedOutBy = (heap: HeapRow, hands_key: string, station: string) =>
  JSON.stringify([heap.targets, heap.container, heap.scale_g, hands_key, station]);

/** Keeps a ledger that a write has changed; it counts for others once the write is committed. */
export async function keepLedger(
  db: Database,
  heap: HeapRow,
  ledger: HeapLedger,
  transaction: Transaction
): Promise<void> {
  const [{ key }, station] = [await hands(db, transaction), await stationOf(db)];
  keep(db, { ledger, by: workedOutBy(heap, key, station.name) }, transaction);
}

function keep(db: Database, kept: Kept, transaction?: Transaction): void {
  if (transaction) {
    let mine = underway.get(transaction);
    if (!mine) {
      const changed = new Map<number, Kept>();
      underway.set(transaction, (mine = changed));
      transaction.afterCommit(() => changed.forEach((each) => publish(db, each)));
    }
    mine.set(kept.ledger.heap_id, kept);
  } else publish(db, kept);
}

function publish(db: Database, kept: Kept): void {
  const all = committed.get(db) ?? new Map<number, Kept>();
  committed.set(db, all);
  // One that was read before a write may come out after it.
  const known = all.get(kept.ledger.heap_id);
  if (known && known.ledger.version > kept.ledger.version) return;
  all.set(kept.ledger.heap_id, kept);
}
