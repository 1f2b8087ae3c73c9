import type { NewHeapTest } from '$lib/schema/heap-test';
import type { Database } from '../database/database';
import { notFound } from '../refusal';
import {
  entryVersions,
  listEntries,
  readEntry,
  type EntryFilter,
  type EntryRecord,
  type Page
} from './ledger';
import { restoreEntry, undoEntry } from './acts';
import {
  amendTest as amendTestEntry,
  appendTest as appendTestEntry,
  confirmTest as confirmTestEntry
} from './ledger-writing';

/**
 * Tests are ledger entries of kind `tested`; here they are seen as records of their own, with the test's kind
 * and readings on top: `{id, kind: "moisture", at, pan_g, …, result}`.
 */
export type TestRecord = EntryRecord;

export async function listTests(
  db: Database,
  heap_id: number,
  filter: Omit<EntryFilter, 'kind'> & { test_kind?: string | undefined } = {}
): Promise<Page<TestRecord>> {
  const { test_kind, ...rest } = filter;
  const page = await listEntries(db, heap_id, {
    ...rest,
    kind: 'tested',
    ...(test_kind !== undefined && { test_kind })
  });
  return { ...page, items: page.items.map(asTest) };
}

/** The last test can have been left out, or have been of a batch: one that counts is looked for among so many. */
const LATEST = 4;

/** The heap's latest test of a kind that counts for it; null where none of late does. */
export async function latestTest(
  db: Database,
  heap_id: number,
  test_kind: NewHeapTest['kind']
): Promise<TestRecord | null> {
  const { items } = await listTests(db, heap_id, { test_kind, limit: LATEST });
  return items.find(({ excluded_reason, batch_entry_id }) => !excluded_reason && !batch_entry_id) ?? null;
}

export async function readTest(db: Database, heap_id: number, id: number): Promise<TestRecord> {
  const entry = await readEntry(db, heap_id, id);
  if (entry.kind !== 'tested') throw notFound('test', id);
  return asTest(entry);
}

export async function appendTest(db: Database, heap_id: number, input: NewHeapTest): Promise<TestRecord> {
  return asTest(await appendTestEntry(db, heap_id, input));
}

export async function amendTest(
  db: Database,
  heap_id: number,
  id: number,
  input: NewHeapTest
): Promise<TestRecord> {
  await readTest(db, heap_id, id);
  return asTest(await amendTestEntry(db, heap_id, id, input));
}

export async function undoTest(
  db: Database,
  heap_id: number,
  id: number,
  version?: number
): Promise<TestRecord> {
  await readTest(db, heap_id, id);
  return asTest(await undoEntry(db, heap_id, id, version));
}

export async function restoreTest(db: Database, heap_id: number, id: number): Promise<TestRecord> {
  await readTest(db, heap_id, id);
  return asTest(await restoreEntry(db, heap_id, id));
}

/** It stood far from what was expected, and is right all the same: from now on it counts. */
export async function confirmTest(db: Database, heap_id: number, id: number): Promise<TestRecord> {
  await readTest(db, heap_id, id);
  return asTest(await confirmTestEntry(db, heap_id, id));
}

export async function testVersions(db: Database, heap_id: number, id: number): Promise<TestRecord[]> {
  await readTest(db, heap_id, id);
  return (await entryVersions(db, heap_id, id)).map(asTest);
}

function asTest(entry: EntryRecord): TestRecord {
  const { test, ...rest } = entry;
  return { ...rest, ...(test as Record<string, unknown>) } as TestRecord;
}
