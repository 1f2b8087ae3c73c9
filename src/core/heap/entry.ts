import type { HeapTest } from '$core/bench/heap-test';
import type { Event } from './kinds';

/** A test made on a batch before it was mixed into the rest of the heap. */
export interface BatchTest {
  entry_id: number;
  test: HeapTest;
  member?: string | undefined;
}

/** A dated event in a heap's ledger. `at` is ISO 8601 UTC. */
export interface LedgerEntry {
  id: number;
  at: string;
  event: Event;
  /** The mold that the sand went to, came from or was poured in. */
  mold_id?: number | undefined;
  /** Who did it: whose hand squeezed. */
  member?: string | undefined;
  /** Tests that were made on this batch by itself and count, in order. */
  batch_tests?: readonly BatchTest[] | undefined;
}

/** What was read of the whole heap, and counts; null for a batch by itself, and for a reading that was left out. */
export function readingOfHeap(event: Event): HeapTest | null {
  const counts = event.kind === 'tested' && event.excluded === undefined && event.batch_id === undefined;
  return counts ? event.test : null;
}

/** Entries in the order in which they count: by time, then by id of the first version. */
export function inOrder<T extends { at: string; id: number }>(entries: readonly T[]): T[] {
  return [...entries].sort(before);
}

/** Which of two entries counts first: negative for the first. */
export function before(a: { at: string; id: number }, b: { at: string; id: number }): number {
  return a.at < b.at ? -1 : a.at > b.at ? 1 : a.id - b.id;
}

/** Hands each batch the tests that were made on it by itself; a test of a batch that is gone counts for nothing. */
export function withBatchTests(entries: readonly LedgerEntry[]): LedgerEntry[] {
  const tests = new Map<number, BatchTest[]>();
  for (const { id, event, member } of entries) {
    if (event.kind !== 'tested' || event.batch_id === undefined || event.excluded !== undefined) continue;
    const known = tests.get(event.batch_id) ?? [];
    tests.set(event.batch_id, [...known, { entry_id: id, test: event.test, member }]);
  }
  if (tests.size === 0) return [...entries];
  return entries.map((entry) =>
    tests.has(entry.id) ? { ...entry, batch_tests: tests.get(entry.id) } : entry
  );
}
