import type { HeapTest } from '$core/bench/heap-test';
import { heapTests, type NewHeapTest } from '$lib/schema/heap-test';
import { newLot } from '$lib/schema/stock';
import type { Database } from '../database/database';
import { appendLotTest } from '../stock/lot-tests';
import { createLot } from '../stock/stock';
import { accepted } from './accepted';
import type { DaysAgo } from './days-ago';
import { LOTS } from './scenario';

/** The bags that they bought, by their keys in the scenario. */
export async function fillBags(db: Database, daysAgo: DaysAgo): Promise<Record<string, number>> {
  const lots: Record<string, number> = {};
  for (const { key, bought_days_ago, ...lot } of LOTS) {
    const input = accepted(newLot, { ...lot, bought_at: daysAgo(bought_days_ago) });
    lots[key] = (await createLot(db, input)).id;
  }
  await testTheBags(db, lots, daysAgo);
  return lots;
}

/** What they know of their bags beyond the handbook: sand dried and sieved, clay dyed, the pond's clay tried out. */
async function testTheBags(db: Database, lots: Record<string, number>, at: DaysAgo): Promise<void> {
  const test = (lot: string, fields: { kind: HeapTest['kind'] } & Record<string, unknown>) =>
    appendLotTest(db, lots[lot]!, accepted(heapTests[fields.kind], fields) as NewHeapTest);
  const dried = { kind: 'moisture', method: 'oven', pan_g: 118.4 } as const;
  await test('sharp', { ...dried, at: at(119), wet_g: 198.4, dry_g: 195.9 });
  await test('sharp', { ...dried, at: at(119, 90), wet_g: 206.2, dry_g: 203.4 });
  await test('silica2', {
    kind: 'sieve',
    at: at(298),
    sample_g: 80,
    retained: [
      { sieve: '40', grams: 1.1 },
      { sieve: '50', grams: 6.8 },
      { sieve: '70', grams: 19.4 },
      { sieve: '100', grams: 26.9 },
      { sieve: '140', grams: 18.2 },
      { sieve: '200', grams: 5.1 },
      { sieve: '270', grams: 1.3 },
      { sieve: 'pan', grams: 0.7 }
    ],
    note: 'The school’s set of sieves, on loan.'
  });
  await test('bentonite2', {
    kind: 'methylene-blue',
    at: at(245),
    standards: [{ active_percent: 100, ml: 206 }],
    ml: 182,
    note: 'Against the potter’s own clay, taken as pure.'
  });
  await test('pond', { kind: 'grinding', at: at(60), raw_kg: 9.6, sieved_kg: 6.2 });
  await test('pond', {
    kind: 'settling-jar',
    at: at(58),
    sand_mm: 22,
    silt_mm: 46,
    all_mm: 118,
    note: 'A pickle jar; still cloudy after a day, read after two.'
  });
  await test('pond', {
    kind: 'trial-cylinders',
    at: at(44),
    load_kg: 7.5,
    reference_load_kg: 14.5,
    reference_active_percent: 88
  });
}
