import type { Database } from '../database/database';

/** A heap that a write has changed, in itself or in its ledger. */
export interface HeapChange {
  heap_id: number;
  version: number;
  /** It was taken off the bench. */
  removed: boolean;
}

type Listener = (change: HeapChange) => unknown;

interface Watch {
  listeners: Set<Listener>;
  /** Each heap's version and whether it is on the bench, as last seen. */
  seen: Map<number, string>;
  stop: () => void;
}

const watches = new WeakMap<Database, Watch>();

/**
 * Calls `listener` for every heap that a stored write has changed, until the returned function is called. Versions are
 * compared after each write while anybody looks on, so that no write can forget to tell.
 */
export async function onChange(db: Database, listener: Listener): Promise<() => void> {
  const watch = watches.get(db) ?? (await begin(db));
  watch.listeners.add(listener);
  return () => {
    watch.listeners.delete(listener);
    if (watch.listeners.size > 0) return;
    watch.stop();
    watches.delete(db);
  };
}

async function begin(db: Database): Promise<Watch> {
  const watch: Watch = { listeners: new Set(), seen: new Map(), stop: () => {} };
  watches.set(db, watch);
  const compare = async () => {
    const heaps = await db.tables.heaps.findAll({ attributes: ['id', 'version', 'removed_at'], raw: true });
    for (const { id, version, removed_at } of heaps) {
      const stands = `${version} ${removed_at ?? ''}`;
      const before = watch.seen.get(id);
      watch.seen.set(id, stands);
      if (before === undefined || before === stands) continue;
      for (const each of watch.listeners) each({ heap_id: id, version, removed: removed_at !== null });
    }
  };
  watch.stop = db.onWrite(() => void compare().catch(() => undefined));
  await compare();
  return watch;
}
