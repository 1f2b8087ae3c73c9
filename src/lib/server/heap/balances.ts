import { believedMass, believedMoisture, firstBelief } from '$core/heap/belief';
import { advance } from '$core/heap/estimate';
import { asPercent } from '$core/quantity/display';
import type { Database } from '../database/database';
import { heapRow, natureOf } from './heaps';
import { loadLedger } from './ledger';

/** How a heap stood right after an entry. */
export interface Balance {
  total_kg: number;
  moisture_percent: { value: number; sd: number };
}

/** The balances after some entries of a ledger; an entry that is struck out has none. */
export async function readBalances(
  db: Database,
  heap_id: number,
  entry_ids: readonly number[]
): Promise<Map<number, Balance>> {
  const wanted = new Set(entry_ids);
  const nature = natureOf(await heapRow(db, heap_id));
  const balances = new Map<number, Balance>();
  let belief = firstBelief(nature);
  for (const entry of await loadLedger(db, heap_id)) {
    belief = advance(nature, belief, entry);
    if (!wanted.has(entry.id)) continue;
    const { value, sd } = believedMoisture(belief);
    balances.set(entry.id, {
      total_kg: believedMass(belief).value,
      moisture_percent: { value: asPercent(value), sd: asPercent(sd) }
    });
    if (balances.size === wanted.size) break;
  }
  return balances;
}
