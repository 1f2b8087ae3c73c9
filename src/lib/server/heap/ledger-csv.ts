import { rounded } from '$core/quantity/rounded';
import Papa from 'papaparse';
import type { HeapTestKind } from '$core/bench/heap-test';
import type { EventKind } from '$core/heap/kinds';
import { ENTRY_NAMES, TEST_NAMES } from '$core/heap/names';
import { asPercent } from '$core/quantity/display';
import type { Database } from '../database/database';
import type { HeapRow } from '../database/tables';
import { balancesOf, entriesOf, type Balance, type HeapLedger } from './heap-ledger';
import { heapRow } from './heaps';
import { entriesById, entryIds, entryMarks, type EntryFilter, type EntryRecord } from './ledger';
import { ledgerFor } from './ledger-cache';

const NEWLINE = '\r\n';
/** Columns of the entry itself, and of the heap after it, which changes with what was written before. */
const COLUMNS = ['id', 'at', 'kind', 'name', 'kg', 'detail', 'result', 'note', 'excluded_reason'];
const BALANCE = ['heap_kg', 'moisture_percent', 'moisture_sd'];
const STANDING = ['version', 'undone_at'];

/** The lines of an entry: what stands before its balance and after it. */
interface Line {
  mark: string;
  before: string;
  after: string;
}

/** Lines are kept by heap while their entry stands as it did; they can always be thrown away. */
interface Kept {
  /** The version of the heap that all of them were held against. */
  version: number;
  lines: Map<number, Line>;
}
const kept = new WeakMap<Database, Map<number, Kept>>();
/** The last table that was asked for of a ledger, good as long as that ledger is; by heap version and filter. */
const tables = new WeakMap<HeapLedger, { by: string; text: string }>();
/** What a balance reads, which stays the same as long as the balance does. */
const balanceTexts = new WeakMap<Balance, string>();

/**
 * A ledger as a table for a spreadsheet (RFC 4180, UTF-8): one row an entry, oldest first, kilograms and percent; the
 * readings of tests and the parts of batches as JSON in a column of their own.
 */
export async function ledgerCsv(db: Database, heap_id: number, filter: EntryFilter): Promise<string> {
  const heap = await heapRow(db, heap_id);
  const ledger = await ledgerFor(db, heap);
  const by = JSON.stringify([heap.version, filter]);
  const known = tables.get(ledger);
  if (known?.by === by) return known.text;
  const ids = await entryIds(db, heap_id, { ...filter, oldest_first: true });
  const lines = await linesOf(db, heap);
  const after = balancesOf(ledger);
  const balances = new Map(entriesOf(ledger).map(({ id }, i) => [id, after[i]!]));
  const rows = ids.flatMap((id) => {
    const line = lines.get(id);
    return line ? [`${line.before},${balanceText(balances.get(id))},${line.after}`] : [];
  });
  const text = [[...COLUMNS, ...BALANCE, ...STANDING].join(','), ...rows].join(NEWLINE);
  tables.set(ledger, { by, text });
  return text;
}

/** The lines of a heap's entries, of which only those that changed are read again. */
async function linesOf(db: Database, { id, version, system }: HeapRow): Promise<ReadonlyMap<number, Line>> {
  const heaps = kept.get(db) ?? new Map<number, Kept>();
  kept.set(db, heaps);
  const old = heaps.get(id);
  if (old?.version === version) return old.lines;
  const lines = new Map(old?.lines);
  const marks = await entryMarks(db, id);
  const changed = [...marks.keys()].filter((each) => lines.get(each)?.mark !== marks.get(each));
  for (const row of await entriesById(db, id, system, changed))
    lines.set(row.id, lineOf(row, marks.get(row.id)!));
  heaps.set(id, { version, lines });
  return lines;
}

function lineOf(row: EntryRecord, mark: string): Line {
  const test = row.test as { kind: HeapTestKind } | undefined;
  const detail = JSON.stringify(test ?? row.additions ?? row.container ?? null);
  return {
    mark,
    before: csv([
      row.id,
      row.at,
      row.kind,
      test ? TEST_NAMES[test.kind] : ENTRY_NAMES[row.kind as EventKind],
      row.kg ?? row.burnt_kg ?? '',
      detail.replace(/^null$/, ''),
      row.result ? JSON.stringify(row.result) : '',
      row.note ?? '',
      row.excluded_reason ?? ''
    ]),
    after: csv([row.version, row.undone_at ?? ''])
  };
}

/** Numbers alone, which need no quotes. */
function balanceText(balance: Balance | undefined): string {
  if (!balance) return ',,';
  const known = balanceTexts.get(balance);
  if (known !== undefined) return known;
  const { total_kg, moisture, moisture_sd } = balance;
  const text = [
    rounded(total_kg, 4),
    rounded(asPercent(moisture), 3),
    rounded(asPercent(moisture_sd), 3)
  ].join(',');
  balanceTexts.set(balance, text);
  return text;
}

/** A cell that a spreadsheet would run as a formula is kept as text. */
const csv = (cells: unknown[]) => Papa.unparse([cells], { escapeFormulae: true, newline: NEWLINE });
