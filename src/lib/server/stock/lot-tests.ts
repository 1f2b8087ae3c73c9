import { nowIso } from '$core/time/now';
import type { HeapTestKind } from '$core/bench/heap-test';
import { KITCHEN_SCALE_G } from '$core/reference/accuracy';
import { lotTests } from '$core/bench/lot-tests';
import type { NewHeapTest } from '$lib/schema/heap-test';
import { testFields, testResult, toTest } from '../bench/test-record';
import type { Database } from '../database/database';
import { EVENT_FORMAT, testFrom } from '../database/event-format';
import type { LotTestRow } from '../database/tables';
import { impossible, notFound } from '../refusal';
import { readLot } from './stock';

/** A test made on a lot, its readings and its result beside what every record has. */
export interface LotTestRecord extends Record<string, unknown> {
  id: number;
  lot_id: number;
  kind: HeapTestKind;
  at: string;
  note: string | null;
  undone_at: string | null;
}

/** The tests of a lot, latest first; those struck out too. */
export async function listLotTests(db: Database, lot_id: number): Promise<LotTestRecord[]> {
  await readLot(db, lot_id);
  const rows = await db.tables.lotTests.findAll({
    where: { lot_id },
    order: [
      ['at', 'DESC'],
      ['id', 'DESC']
    ]
  });
  return rows.map(lotTestRecord);
}

export async function readLotTest(db: Database, lot_id: number, id: number): Promise<LotTestRecord> {
  const row = await db.tables.lotTests.findOne({ where: { id, lot_id } });
  if (!row) throw notFound('test', id);
  return lotTestRecord(row);
}

/**
 * Writes a test of a lot. From then on what it read counts for the lot.
 *
 * @throws Refusal when the test tells nothing of such a material
 */
export async function appendLotTest(
  db: Database,
  lot_id: number,
  input: NewHeapTest
): Promise<LotTestRecord> {
  return db.write(async (transaction) => {
    const lot = await readLot(db, lot_id, transaction);
    const tells = lotTests(lot.kind);
    if (!tells.includes(input.kind)) {
      const message =
        tells.length > 0 ? `of ${lot.name} can be ${tells.join(', ')}` : `${lot.name} has no test here`;
      throw impossible([{ path: 'kind', message }]);
    }
    for (const path of ['batch_entry_id', 'excluded_reason', 'version', 'expected_heap_version'] as const) {
      if (input[path] !== undefined) throw impossible([{ path, message: 'belongs to tests of a heap' }]);
    }
    const row = await db.tables.lotTests.create(
      {
        lot_id,
        kind: input.kind,
        at: new Date(input.at).toISOString(),
        zone: input.zone ?? null,
        note: input.note ?? null,
        test: toTest(input, KITCHEN_SCALE_G),
        format: EVENT_FORMAT,
        simulated: input.simulated ?? false,
        created_at: nowIso()
      },
      { transaction }
    );
    return lotTestRecord(row);
  });
}

/** Strikes a test out; `restoreLotTest` takes that back. */
export async function undoLotTest(db: Database, lot_id: number, id: number): Promise<LotTestRecord> {
  return setUndone(db, lot_id, id, nowIso());
}

export async function restoreLotTest(db: Database, lot_id: number, id: number): Promise<LotTestRecord> {
  return setUndone(db, lot_id, id, null);
}

async function setUndone(db: Database, lot_id: number, id: number, undone_at: string | null) {
  return db.write(async (transaction) => {
    const [found] = await db.tables.lotTests.update({ undone_at }, { where: { id, lot_id }, transaction });
    if (found === 0) throw notFound('test', id);
    const row = await db.tables.lotTests.findOne({ where: { id }, transaction });
    return lotTestRecord(row!);
  });
}

function lotTestRecord(row: LotTestRow): LotTestRecord {
  const test = testFrom(row.format, row.test);
  return {
    ...testFields(test),
    id: row.id,
    lot_id: row.lot_id,
    kind: test.kind,
    at: row.at,
    zone: row.zone,
    note: row.note,
    simulated: Boolean(row.simulated),
    result: testResult(test, 'water'),
    created_at: row.created_at,
    undone_at: row.undone_at ?? null
  };
}
