import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { NewEntry } from '$lib/schema/entry';
import type { Database } from '../database/database';
import { Refusal } from '../refusal';
import { createLot, readLot } from '../stock/stock';
import { temporaryDatabase } from '../testing/temporary-database';
import { amendHeap, createHeap, listHeaps, readHeap, removeHeap, restoreHeap } from './heaps';
import { readState } from './heap-state';
import { entryVersions, listEntries, readEntry } from './ledger';
import { restoreEntry, undoEntry } from './acts';
import { amendEntry, appendEntry, revertEntry } from './ledger-writing';
import { appendTest, listTests, readTest } from './tests';

let db: Database;
let remove: () => Promise<void>;
beforeEach(async () => ({ db, remove } = await temporaryDatabase()));
afterEach(() => remove());

const at = (day: number, minute = 0) => new Date(Date.UTC(2026, 4, day, 9, minute)).toISOString();
const entry = (fields: object) => fields as NewEntry;
const mixed = (day = 1, lot_ids: { sand?: number; clay?: number } = {}) =>
  entry({
    kind: 'mixed',
    at: at(day),
    additions: [
      {
        ingredient: 'sand',
        kg: 25.3036,
        moisture_percent: 1.2,
        ...(lot_ids.sand && { lot_id: lot_ids.sand })
      },
      {
        ingredient: 'binder',
        kg: 2.7473,
        moisture_percent: 9,
        active_percent: 100,
        ...(lot_ids.clay && { lot_id: lot_ids.clay })
      },
      { ingredient: 'water', kg: 0.5354 }
    ]
  });
const newHeap = () =>
  createHeap(db, {
    name: 'Shed heap',
    system: 'water',
    binder: 'sodium-bentonite',
    container: { cover: 'sealed', exposed_area_m2: 0.1 }
  } as never);
const refusal = async (work: Promise<unknown>) => {
  const thrown = await work.then(
    () => null,
    (error: unknown) => error
  );
  if (!(thrown instanceof Refusal)) throw new Error(`expected a refusal, got ${String(thrown)}`);
  return thrown;
};

describe('a heap from bag to bench', () => {
  it('holds what was mixed, at the moisture it was mixed for', async () => {
    const heap = await newHeap();
    await appendEntry(db, heap.id, mixed());
    const state = await readState(db, heap.id, at(1));
    expect(state.total_kg).toBeCloseTo(28.5863, 4);
    expect(state.moisture_percent.value).toBeCloseTo(3.8, 3);
    expect(state.active_clay_percent.value).toBeCloseTo(100 / 11, 3);
    // Everything but the water came off the scale; that nobody has looked at what it makes is said.
    expect(state).toMatchObject({ verdict: 'not-known', prescription: { need: 'test' } });
    expect(state.latest_look).toBeNull();
  });
  it('is told in grams what to add, and is in temper once that is logged', async () => {
    const heap = await newHeap();
    await appendEntry(db, heap.id, mixed());
    await appendTest(db, heap.id, {
      kind: 'moisture',
      at: at(2),
      method: 'oven',
      scale_g: 0.1,
      scoops: 4,
      confirmed: true,
      pan_g: 100,
      wet_g: 200,
      dry_g: 197.6
    } as never);
    const before = await readState(db, heap.id, at(2));
    expect(before).toMatchObject({ verdict: 'dry', latest_look: { kind: 'moisture' } });
    const water = before.prescription.water_kg;
    expect(before.prescription.splashes_kg.reduce((a, b) => a + b)).toBeCloseTo(water, 12);
    await appendEntry(db, heap.id, entry({ kind: 'water', at: at(2), kg: water }));
    const after = await readState(db, heap.id, at(2));
    expect(after).toMatchObject({ verdict: 'in-temper', prescription: { need: 'nothing' } });
    expect(after.moisture_percent.value).toBeCloseTo(before.prescription.result.moisture_percent, 6);
  });
  it('forecasts its drying when asked for a later time', async () => {
    const heap = await createHeap(db, {
      name: 'Open',
      system: 'water',
      container: { cover: 'open', exposed_area_m2: 0.3 }
    } as never);
    await appendEntry(db, heap.id, mixed());
    const [now, later] = [await readState(db, heap.id, at(1)), await readState(db, heap.id, at(5))];
    expect(later.moisture_percent.value).toBeLessThan(now.moisture_percent.value - 0.5);
    expect(later.moisture_percent.sd).toBeGreaterThan(now.moisture_percent.sd);
    const before = await readState(db, heap.id, '2026-04-01T00:00:00.000Z');
    expect(before.verdict).toBe('empty');
  });
  it('says what is not in stock', async () => {
    const heap = await newHeap();
    await appendEntry(
      db,
      heap.id,
      entry({ kind: 'bought', at: at(1), kg: 20, moisture_percent: 2, active_clay_percent: 5 })
    );
    expect((await readState(db, heap.id, at(1))).prescription.need).toBe('test');
    const crumbles = { kind: 'squeeze', holds: false, palm: 'clean' };
    await appendTest(db, heap.id, { ...crumbles, at: at(1, 30), confirmed: true } as never);
    const empty = await readState(db, heap.id, at(1, 30));
    // Without clay the water is for what there is of it.
    expect(empty.prescription.need).toBe('water');
    expect(empty.prescription.missing[0]).toMatchObject({ what: 'binder' });
    await createLot(db, { kind: 'sodium-bentonite', bought_kg: 5 } as never);
    expect((await readState(db, heap.id, at(1))).prescription.missing).toEqual([]);
  });
});

describe('the ledger', () => {
  it('takes from stock, gives back on undo, and follows an amendment', async () => {
    const heap = await newHeap();
    const sand = await createLot(db, {
      kind: 'damp-sand',
      bought_kg: 50,
      cost: 12,
      currency: 'EUR'
    } as never);
    const clay = await createLot(db, {
      kind: 'sodium-bentonite',
      bought_kg: 10,
      active_percent: 95
    } as never);
    const first = await appendEntry(db, heap.id, mixed(1, { sand: sand.id, clay: clay.id }));
    expect((await readLot(db, sand.id)).on_hand_kg).toBeCloseTo(50 - 25.3036, 10);
    await undoEntry(db, heap.id, first.id);
    expect((await readLot(db, sand.id)).on_hand_kg).toBe(50);
    await restoreEntry(db, heap.id, first.id);
    const amended = mixed(1, { sand: sand.id });
    await amendEntry(db, heap.id, first.id, { ...amended, version: 1 });
    expect((await readLot(db, clay.id)).on_hand_kg).toBe(10);
    expect((await readLot(db, sand.id)).used_kg).toBeCloseTo(25.3036, 10);
  });
  it('recomputes everything after an amended entry, and keeps the old version', async () => {
    const heap = await newHeap();
    await appendEntry(db, heap.id, mixed(1));
    const water = await appendEntry(
      db,
      heap.id,
      entry({ kind: 'water', at: at(2), kg: 0.1, typed: { kg: '100 g' } })
    );
    await appendEntry(db, heap.id, entry({ kind: 'discarded', at: at(3), kg: 1 }));
    const before = await readState(db, heap.id, at(4));
    await amendEntry(
      db,
      heap.id,
      water.id,
      entry({ kind: 'water', at: at(2), kg: 0.3, typed: { kg: '300 g' }, version: 1 })
    );
    const after = await readState(db, heap.id, at(4));
    expect(after.moisture_percent.value).toBeGreaterThan(before.moisture_percent.value + 0.5);
    const versions = await entryVersions(db, heap.id, water.id);
    expect(versions.map((each) => [each.version, each.kg, (each.typed as { kg: string }).kg])).toEqual([
      [1, 0.1, '100 g'],
      [2, 0.3, '300 g']
    ]);
    await revertEntry(db, heap.id, water.id, 1);
    expect((await readState(db, heap.id, at(4))).moisture_percent.value).toBeCloseTo(
      before.moisture_percent.value,
      10
    );
    expect((await readEntry(db, heap.id, water.id)).version).toBe(3);
  });
  it('refuses a stale amendment instead of losing the other', async () => {
    const heap = await newHeap();
    await appendEntry(db, heap.id, mixed());
    const water = await appendEntry(db, heap.id, entry({ kind: 'water', at: at(2), kg: 0.1 }));
    await amendEntry(db, heap.id, water.id, entry({ kind: 'water', at: at(2), kg: 0.2, version: 1 }));
    const thrown = await refusal(
      amendEntry(db, heap.id, water.id, entry({ kind: 'water', at: at(2), kg: 0.3, version: 1 }))
    );
    expect(thrown.status).toBe(409);
    expect((await refusal(undoEntry(db, heap.id, water.id, 1))).status).toBe(409);
    expect((await readEntry(db, heap.id, water.id)).kg).toBe(0.2);
  });
  it('stores nothing that cannot have happened, nor what would make a later entry impossible', async () => {
    const heap = await newHeap();
    const first = await appendEntry(db, heap.id, mixed(1));
    const thrown = await refusal(appendEntry(db, heap.id, entry({ kind: 'discarded', at: at(2), kg: 40 })));
    expect(thrown).toMatchObject({ status: 422, errors: [{ path: 'kg' }] });
    await appendEntry(db, heap.id, entry({ kind: 'discarded', at: at(3), kg: 20, confirmed: true }));
    const undone = await refusal(undoEntry(db, heap.id, first.id));
    expect(undone.message).toContain('“thrown out” of 2026-05-03');
    expect((await listEntries(db, heap.id)).total).toBe(2);
  });
  it('keeps both when two tabs write at once', async () => {
    const heap = await newHeap();
    await appendEntry(db, heap.id, mixed(1));
    await Promise.all(
      Array.from({ length: 12 }, (_, i) =>
        appendEntry(db, heap.id, entry({ kind: 'water', at: at(2), kg: 0.01 * (i + 1) }))
      )
    );
    expect((await listEntries(db, heap.id, { kind: 'water' })).total).toBe(12);
    expect((await readHeap(db, heap.id)).version).toBe(14);
  });
  it('refuses a lot that is not there, and stores nothing', async () => {
    const heap = await newHeap();
    expect((await refusal(appendEntry(db, heap.id, mixed(1, { sand: 99 })))).errors[0]?.path).toBe('lot_id');
    expect((await listEntries(db, heap.id)).total).toBe(0);
  });
  it('pages and filters, latest first', async () => {
    const heap = await newHeap();
    await appendEntry(db, heap.id, mixed(1));
    for (let day = 2; day < 8; day++)
      await appendEntry(db, heap.id, entry({ kind: 'noted', at: at(day), note: `day ${day}` }));
    const page = await listEntries(db, heap.id, { limit: 2, offset: 1 });
    expect(page.items.map((each) => each.note)).toEqual(['day 6', 'day 5']);
    expect(page.total).toBe(7);
    expect(await listEntries(db, heap.id, { limit: 2, offset: 90 })).toMatchObject({ items: [], total: 7 });
    expect((await listEntries(db, heap.id, { from: at(6) })).total).toBe(2);
  });
});

describe('tests', () => {
  it('are records of their own with their readings and result', async () => {
    const heap = await newHeap();
    await appendEntry(db, heap.id, mixed(1));
    const made = await appendTest(db, heap.id, {
      kind: 'squeeze',
      at: at(2),
      holds: true,
      shrinks: true,
      breaks: 'crisp',
      palm: 'clean',
      prints: 'sharp'
    } as never);
    expect(await readTest(db, heap.id, made.id)).toMatchObject({
      kind: 'squeeze',
      breaks: 'crisp',
      result: { grade: 3 }
    });
    expect((await listTests(db, heap.id, { test_kind: 'moisture' })).total).toBe(0);
    expect((await listTests(db, heap.id, { test_kind: 'squeeze' })).total).toBe(1);
  });
});

describe('heaps', () => {
  it('take the handbook’s windows until the user sets their own', async () => {
    const heap = await newHeap();
    expect(heap.targets.moisture_percent).toEqual({ min: 2.8, max: 4.2, source: 'handbook' });
    const own = await amendHeap(db, heap.id, {
      targets: { moisture_percent: { min: 3, max: 3.6 } },
      version: 1
    } as never);
    expect(own.targets.moisture_percent).toEqual({ min: 3, max: 3.6, source: 'your entry' });
    expect((await refusal(amendHeap(db, heap.id, { name: 'x', version: 1 }))).status).toBe(409);
  });
  it('come back from the bin with their ledger', async () => {
    const heap = await newHeap();
    await appendEntry(db, heap.id, mixed());
    await removeHeap(db, heap.id);
    expect(await listHeaps(db)).toEqual([]);
    expect((await refusal(readHeap(db, heap.id))).status).toBe(404);
    await restoreHeap(db, heap.id);
    expect((await listEntries(db, heap.id)).total).toBe(1);
  });
});
