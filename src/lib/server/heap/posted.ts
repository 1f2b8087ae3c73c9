import { entries } from '$lib/schema/entry';
import { heapTests } from '$lib/schema/heap-test';
import { check } from '$lib/schema/validate';
import type { Database } from '../database/database';
import { mustBeModest } from '../http/body';
import { byKind } from '../http/endpoint';
import { byWhoWorksHere } from '../member/members';
import { impossible } from '../refusal';
import type { EntryRecord } from './ledger';
import { appendEntry } from './ledger-writing';
import { appendTest } from './tests';

/**
 * Writes an entry or a test that was posted without a script, now: by the same schemas and services as any other.
 *
 * @throws Refusal when it is not what it should be, or cannot have happened
 */
export async function writePosted(
  db: Database,
  heap_id: number,
  body: Record<string, unknown>,
  member: number | null
): Promise<EntryRecord> {
  mustBeModest(body);
  const input = { ...body, at: new Date().toISOString() } as Record<string, unknown>;
  const isTest = typeof body.kind === 'string' && Object.hasOwn(heapTests, body.kind);
  const checked = check(isTest ? byKind(heapTests)(input) : byKind(entries)(input), input);
  if (!checked.ok) throw impossible(checked.errors);
  const by = await byWhoWorksHere(db, member, checked.value as { member?: number });
  return isTest ? appendTest(db, heap_id, by as never) : appendEntry(db, heap_id, by as never);
}
