import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { dayIn } from '$core/time/day';
import type { NewEntry } from '$lib/schema/entry';
import { createHeap } from '../heap/heaps';
import { appendEntry } from '../heap/ledger-writing';
import { createPattern } from '../pattern/patterns';
import { createMold, createSession } from '../session/sessions';
import { createCasting } from '../shake-out/castings';
import { createLot } from '../stock/stock';
import { temporaryDatabase } from '../testing/temporary-database';
import { readCharts } from '../heap/control-charts';
import { readYear } from './year';

/** Two years that can be reckoned by hand. */
let shed: Awaited<ReturnType<typeof temporaryDatabase>>;
let heap: number;
const on = (day: string, hour = 9) => `${day}T${String(hour).padStart(2, '0')}:00:00.000Z`;
/** Every act is written one after the other, as an entry is never older than its heap. */
const log = (fields: object) => appendEntry(shed.db, heap, { confirmed: true, ...fields } as NewEntry);

async function day(at: string, came: object[]) {
  const { db } = shed;
  const session = await createSession(db, { at: on(at), zone: 'UTC' });
  const mold = await createMold(db, session.id, {
    backing_heap_id: heap,
    state: 'shaken-out',
    patterns: [{ pattern_id: 1, count: came.length }]
  });
  for (const each of came)
    await createCasting(db, { mold_id: mold.id, pattern_id: 1, defects: [], ...each } as never);
}

beforeAll(async () => {
  shed = await temporaryDatabase();
  const { db } = shed;
  heap = (
    await createHeap(db, {
      name: 'Gate heap',
      system: 'water',
      binder: 'sodium-bentonite',
      container: { cover: 'sealed', exposed_area_m2: 0.1 }
    })
  ).id;
  await createPattern(db, { name: 'Latch', known_by: 'box', length_mm: 90, width_mm: 30, height_mm: 9 });
  const lot = (cost: number) =>
    createLot(db, { kind: 'sodium-bentonite', bought_kg: 10, cost, currency: 'GBP' } as never);
  const [old_clay, new_clay] = [await lot(20), await lot(30)];
  const clay = (at: string, lot_id: number) =>
    log({ kind: 'added', at: on(at), ingredient: 'binder', kg: 0.5, lot_id });
  await log({ kind: 'bought', at: on('2024-03-01'), kg: 50, moisture_percent: 3, active_clay_percent: 8 });
  // January of 2024 has nothing; in April clay of £2 a kilogram goes in and nobody casts.
  await clay('2024-04-05', old_clay.id);
  await log({ kind: 'poured', at: on('2024-05-04'), metal_kg: 2, burnt_kg: 0.2 });
  await clay('2024-05-04', old_clay.id);
  await day('2024-05-04', [
    { result: 'good', kg: 0.5 },
    { result: 'scrap', kg: 0.4, defects: [{ defect: 'misrun' }] }
  ]);
  await log({ kind: 'discarded', at: on('2024-05-05'), kg: 1.5 });
  // The year after: other clay at £3, and other sand to a third of the heap.
  await clay('2025-02-01', new_clay.id);
  await day('2025-02-02', [
    { result: 'good', kg: 2 },
    { result: 'scrap', kg: 0.4, defects: [{ defect: 'blow' }] },
    { result: 'usable', kg: 1, defects: [{ defect: 'blow' }, { defect: 'shift' }] }
  ]);
  await log({ kind: 'bought', at: on('2025-06-01'), kg: 20, moisture_percent: 3, active_clay_percent: 8 });
});
afterAll(() => shed.remove());

describe('two years by hand', () => {
  it('each has its own castings, defects, sand and cost', async () => {
    const [first, second] = (await readYear(shed.db, 2025)).by_year;
    expect(first).toMatchObject({ year: 2024, castings: 2, good: 1, scrap: 1, good_kg: 0.5, metal_kg: 2 });
    expect(first).toMatchObject({ lost_kg: 1.5, new_kg: 1, cost: { GBP: 2 } });
    // What April cost is no part of what the castings of May cost: £1 for half a kilogram.
    expect(first!.cost_per_good_kg.GBP).toBeCloseTo(2, 9);
    expect(first!.commonest_defect).toEqual({ defect: 'misrun', castings: 1 });
    expect(second).toMatchObject({ year: 2025, castings: 3, usable: 1, good_kg: 3, cost: { GBP: 1.5 } });
    expect(second!.cost_per_good_kg.GBP).toBeCloseTo(0.5, 9);
    expect(second!.commonest_defect).toEqual({ defect: 'blow', castings: 2 });
    const [then] = first!.heaps;
    expect(then!.total_kg).toBeCloseTo(50 + 1 - 1.5, 0);
    expect(second!.heaps[0]!.total_kg - then!.total_kg).toBeCloseTo(20.5, 0);
  });
  it('the months of a year are its own', async () => {
    const { months, total, scrap_by_defect } = await readYear(shed.db, 2024);
    expect(months.filter(({ castings }) => castings > 0).map(({ month }) => month)).toEqual(['2024-05']);
    expect(months.find(({ month }) => month === '2024-04')).toMatchObject({
      cost: { GBP: 1 },
      cost_per_good_kg: {}
    });
    expect(total.castings).toBe(2);
    expect(scrap_by_defect).toEqual([{ defect: 'misrun', castings: 1, months: { '2024-05': 1 } }]);
  });
  it('a chart begins anew with other clay and with sand that comes in', async () => {
    const { charts } = await readCharts(shed.db, heap);
    const { phases } = charts.find(({ name }) => name === 'mass')!;
    expect(phases.map(({ since, from }) => [since, from && dayIn(from, 'UTC')])).toEqual([
      [null, null],
      ['since the new clay', '2025-02-01'],
      ['since the new sand', '2025-06-01']
    ]);
  });
});
