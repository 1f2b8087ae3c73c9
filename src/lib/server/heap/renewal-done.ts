import type { NewEntry } from '$lib/schema/entry';
import type { RenewalDone } from '$lib/schema/renewal';
import type { Database } from '../database/database';
import { newAct } from './new-act';
import type { EntryRecord } from './ledger';
import { appendEntry } from './ledger-writing';

/**
 * Logs a renewal as it was carried out, as one act: what was thrown out, then what went in; all of it or nothing.
 *
 * @returns the entries in the order they were written; `id` is that of the last
 */
export async function logRenewal(
  db: Database,
  heap_id: number,
  { discard_kg, additions, ...head }: RenewalDone
): Promise<{ id: number; act_id: number; entries: EntryRecord[] }> {
  const steps = [
    ...(discard_kg > 0 ? [{ ...head, kind: 'discarded', kg: discard_kg, burnt: false }] : []),
    ...(additions.length > 0 ? [{ ...head, kind: 'mixed', additions }] : [])
  ] as NewEntry[];
  return db.write(async (transaction) => {
    const act_id = await newAct(db, 'renewal', transaction);
    const entries: EntryRecord[] = [];
    // The amounts were worked out together, and throwing a third of a heap out is what renewals do.
    for (const [i, { expected_heap_version, ...step }] of steps.entries()) {
      const first = i === 0 && expected_heap_version !== undefined ? { expected_heap_version } : {};
      entries.push(await appendEntry(db, heap_id, { ...step, ...first, confirmed: true }, act_id));
    }
    return { id: entries.at(-1)!.id, act_id, entries };
  });
}
