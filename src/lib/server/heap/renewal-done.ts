import type { NewEntry } from '$lib/schema/entry';
import type { RenewalDone } from '$lib/schema/renewal';
import type { Database } from '../database/database';
import type { EntryRecord } from './ledger';
import { appendEntry } from './ledger-writing';

/**
 * Logs a renewal as it was carried out: what was thrown out, then what went in; all of it or nothing.
 *
 * @returns the entries in the order they were written; `id` is that of the last
 */
export async function logRenewal(
  db: Database,
  heap_id: number,
  { discard_kg, additions, ...head }: RenewalDone
): Promise<{ id: number; entries: EntryRecord[] }> {
  const steps = [
    ...(discard_kg > 0 ? [{ ...head, kind: 'discarded', kg: discard_kg, burnt: false }] : []),
    ...(additions.length > 0 ? [{ ...head, kind: 'mixed', additions }] : [])
  ] as NewEntry[];
  return db.write(async () => {
    const entries: EntryRecord[] = [];
    for (const step of steps) entries.push(await appendEntry(db, heap_id, step));
    return { id: entries.at(-1)!.id, entries };
  });
}
