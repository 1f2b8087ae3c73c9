import { afterEach, beforeEach, expect, it } from 'vitest';
import type { NewHeapTest } from '$lib/schema/heap-test';
import type { Database } from '../database/database';
import { createHeap } from '../heap/heaps';
import { undoEntry } from '../heap/acts';
import { appendTest } from '../heap/ledger-writing';
import { appendLotTest } from '../stock/lot-tests';
import { createLot } from '../stock/stock';
import { temporaryDatabase } from '../testing/temporary-database';
import { lastTest } from './last-test';

let db: Database;
let remove: () => Promise<void>;
let heap: number;
const at = (day: number) => new Date(Date.UTC(2026, 4, day)).toISOString();
const onHeap = (fields: object) => appendTest(db, heap, fields as NewHeapTest);
const mesh = { wires_per_10_mm: 15, wire_mm: 0.32 };

beforeEach(async () => {
  ({ db, remove } = await temporaryDatabase());
  heap = (await createHeap(db, { name: 'Shed heap', system: 'water' } as never)).id;
});
afterEach(() => remove());

it('is the latest on whatever it was made, those struck out passed over', async () => {
  expect(await lastTest(db, 'methylene-blue')).toBeNull();
  const dyed = (ml: number, day: number) => ({
    kind: 'methylene-blue',
    at: at(day),
    standards: [{ active_percent: 10, ml: 20 }],
    ml
  });
  await onHeap(dyed(11, 1));
  expect(await lastTest(db, 'methylene-blue')).toMatchObject({ ml: 11, standards: [{ active_percent: 10 }] });
  const lot = await createLot(db, { kind: 'sodium-bentonite', bought_kg: 5 } as never);
  await appendLotTest(db, lot.id, dyed(180, 3) as unknown as NewHeapTest);
  expect(await lastTest(db, 'methylene-blue')).toMatchObject({ ml: 180 });
  const latest = await onHeap(dyed(14, 4));
  expect(await lastTest(db, 'methylene-blue')).toMatchObject({ ml: 14 });
  await undoEntry(db, heap, latest.id);
  expect(await lastTest(db, 'methylene-blue')).toMatchObject({ ml: 180 });
});
it('of sieves is the latest that used household meshes, so that they are measured once', async () => {
  const pan = { sieve: 'pan', grams: 5 };
  await onHeap({ kind: 'sieve', at: at(1), retained: [{ mesh, grams: 40 }, pan] });
  await onHeap({ kind: 'sieve', at: at(2), retained: [{ sieve: '70', grams: 40 }, pan] });
  expect(await lastTest(db, 'sieve')).toMatchObject({ retained: [{ mesh, grams: 40 }, pan] });
});
