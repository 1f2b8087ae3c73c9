import Papa from 'papaparse';
import type { EventKind } from '$core/heap/kinds';
import { ENTRY_NAMES, TEST_NAMES } from '$core/heap/names';
import type { HeapTestKind } from '$core/bench/heap-test';
import type { Database } from '../database/database';
import { readBalances } from './balances';
import { listEntries, type EntryFilter, type EntryRecord } from './ledger';

/** Rows read from the database at once. */
const PAGE = 500;

/**
 * A ledger as a table for a spreadsheet (RFC 4180, UTF-8): one row an entry, oldest first, kilograms and percent; the
 * readings of tests and the parts of batches as JSON in a column of their own.
 */
export async function ledgerCsv(db: Database, heap_id: number, filter: EntryFilter): Promise<string> {
  const rows: EntryRecord[] = [];
  for (let offset = 0; ; offset += PAGE) {
    const page = await listEntries(db, heap_id, { ...filter, oldest_first: true, limit: PAGE, offset });
    rows.push(...page.items);
    if (rows.length >= page.total || page.items.length === 0) break;
  }
  const balances = await readBalances(
    db,
    heap_id,
    rows.map(({ id }) => id)
  );
  return Papa.unparse(
    rows.map((row) => {
      const balance = balances.get(row.id);
      const test = row.test as { kind: HeapTestKind } | undefined;
      return {
        id: row.id,
        at: row.at,
        kind: row.kind,
        name: test ? TEST_NAMES[test.kind] : ENTRY_NAMES[row.kind as EventKind],
        kg: row.kg ?? row.burnt_kg ?? '',
        detail: JSON.stringify(test ?? row.additions ?? row.container ?? null).replace(/^null$/, ''),
        result: row.result ? JSON.stringify(row.result) : '',
        note: row.note ?? '',
        excluded_reason: row.excluded_reason ?? '',
        heap_kg: balance ? Number(balance.total_kg.toFixed(4)) : '',
        moisture_percent: balance ? Number(balance.moisture_percent.value.toFixed(3)) : '',
        moisture_sd: balance ? Number(balance.moisture_percent.sd.toFixed(3)) : '',
        version: row.version,
        undone_at: row.undone_at ?? ''
      };
    }),
    // A cell that a spreadsheet would run as a formula is kept as text.
    { escapeFormulae: true, newline: '\r\n' }
  );
}
