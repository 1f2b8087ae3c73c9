import { asPercent } from '$core/quantity/display';
import type { Database } from '../database/database';
import { balancesOf, entriesOf } from './heap-ledger';
import { heapRow } from './heaps';
import { ledgerFor } from './ledger-cache';

/** How a heap stood right after an entry. */
export interface BalanceRecord {
  total_kg: number;
  moisture_percent: { value: number; sd: number };
}

/** The balances after some entries of a ledger; an entry that is struck out has none. */
export async function readBalances(
  db: Database,
  heap_id: number,
  entry_ids: readonly number[]
): Promise<Map<number, BalanceRecord>> {
  const wanted = new Set(entry_ids);
  const ledger = await ledgerFor(db, await heapRow(db, heap_id));
  const after = balancesOf(ledger);
  const balances = new Map<number, BalanceRecord>();
  entriesOf(ledger).forEach(({ id }, i) => {
    if (!wanted.has(id)) return;
    const { total_kg, moisture, moisture_sd } = after[i]!;
    balances.set(id, {
      total_kg,
      moisture_percent: { value: asPercent(moisture), sd: asPercent(moisture_sd) }
    });
  });
  return balances;
}
