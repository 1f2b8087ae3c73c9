import { entries } from '$lib/schema/entry';
import { heapTests } from '$lib/schema/heap-test';
import type { Database } from '../database/database';
import { byKind } from '../http/endpoint';
import { checkedBody } from '../http/posted';
import { byWhoWorksHere } from '../member/members';
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
  const input = { ...body, at: new Date().toISOString() } as Record<string, unknown>;
  const isTest = typeof body.kind === 'string' && Object.hasOwn(heapTests, body.kind);
  const checked = checkedBody(isTest ? byKind(heapTests)(input) : byKind(entries)(input), input);
  const by = await byWhoWorksHere(db, member, checked as { member?: number });
  return isTest ? appendTest(db, heap_id, by as never) : appendEntry(db, heap_id, by as never);
}
