import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { HeapTest } from '$core/bench/heap-test';
import type { NewEntry } from '$lib/schema/entry';
import type { NewHeapTest } from '$lib/schema/heap-test';
import type { Database } from '../database/database';
import { createHeap } from '../heap/heaps';
import { readState } from '../heap/heap-state';
import { appendEntry, appendTest } from '../heap/ledger-writing';
import { temporaryDatabase } from '../testing/temporary-database';
import { lotFigures, type CountingTest, type StatedFigures } from './lot-figures';
import { appendLotTest, listLotTests, readLotTest, restoreLotTest, undoLotTest } from './lot-tests';
import { amendLot, createLot, readLot } from './stock';

const at = (hour: number) => new Date(Date.UTC(2026, 4, 1, hour)).toISOString();
const dried = (percent: number): HeapTest => ({
  kind: 'moisture',
  method: 'oven',
  pan_g: 100,
  wet_g: 200,
  dry_g: 200 - percent
});

describe('the figures that count for a lot', () => {
  const bag: StatedFigures = {
    kind: 'damp-sand',
    moisture_fraction: null,
    active_fraction: null,
    fines_fraction: null,
    fineness_number: null,
    stated_at: null,
    created_at: at(0)
  };
  const tested = (test: HeapTest, hour: number): CountingTest => ({
    test,
    at: at(hour),
    created_at: at(hour)
  });

  it('are the handbook’s while nobody knows better', () => {
    const figures = lotFigures(bag, []);
    expect(figures.moisture_percent).toEqual({ value: 3.5, source: 'handbook' });
    expect(figures.fineness).toBeNull();
  });
  it('are the tests’ once there are any, repeats averaged and older ones left', () => {
    const tests = [tested(dried(2), 1), tested(dried(4), 30), tested(dried(4.4), 31)];
    expect(lotFigures(bag, tests).moisture_percent).toEqual({
      value: expect.closeTo(4.2, 10),
      source: 'your tests'
    });
  });
  it('are whichever came last of a test and a statement', () => {
    const stated = { ...bag, moisture_fraction: 0.05, stated_at: { moisture: at(10) } };
    expect(lotFigures(stated, [tested(dried(2), 5)]).moisture_percent.source).toBe('your entry');
    expect(lotFigures(stated, [tested(dried(2), 15)]).moisture_percent.source).toBe('your tests');
  });
  it('of a home-ground clay carry their doubt, and several household tests narrow it', () => {
    const clay: StatedFigures = { ...bag, kind: 'home-clay' };
    const jar: HeapTest = { kind: 'settling-jar', sand_mm: 10, silt_mm: 20, all_mm: 60 };
    const trial: HeapTest = {
      kind: 'trial-cylinders',
      load_kg: 9,
      reference_load_kg: 15,
      reference_active: 0.81
    };
    const guessed = lotFigures(clay, []).active_percent;
    expect(guessed).toEqual({ value: 45, source: 'handbook', sd: 20 });
    const one = lotFigures(clay, [tested(jar, 1)]).active_percent;
    expect(one).toMatchObject({ value: expect.closeTo(39.23, 2), source: 'your tests' });
    const two = lotFigures(clay, [tested(jar, 1), tested(trial, 40)]).active_percent;
    expect(two.value).toBeGreaterThan(one.value);
    expect(two.value).toBeLessThan(48.6);
    expect(guessed.sd!).toBeGreaterThan(one.sd!);
    expect(one.sd!).toBeGreaterThan(two.sd!);
    // Dye tells more than a jar does; a statement that came later rules.
    const dye: HeapTest = { kind: 'methylene-blue', standards: [{ active_clay: 1, ml: 200 }], ml: 90 };
    expect(lotFigures(clay, [tested(jar, 1), tested(dye, 2)]).active_percent).toEqual({
      value: 45,
      source: 'your tests'
    });
    const said = { ...clay, active_fraction: 0.6, stated_at: { active: at(50) } };
    expect(lotFigures(said, [tested(jar, 1)]).active_percent).toEqual({ value: 60, source: 'your entry' });
    expect(
      lotFigures(clay, [tested({ kind: 'grinding', raw_kg: 10, sieved_kg: 6.2 }, 3)]).yield_percent
    ).toEqual({
      value: expect.closeTo(62, 9),
      source: 'your tests'
    });
  });
  it('of grading come from one sieve test, fineness and fines together', () => {
    const retained = [
      { sieve: '70', grams: 60 },
      { sieve: '100', grams: 36 },
      { sieve: '140', grams: 0 },
      { sieve: '200', grams: 0 },
      { sieve: '270', grams: 3 },
      { sieve: 'pan', grams: 1 }
    ];
    const { fineness, fines_percent } = lotFigures(bag, [
      tested({ kind: 'sieve', sample_g: null, retained }, 2)
    ]);
    expect(fineness).toEqual({ value: expect.closeTo(64.2, 8), source: 'your tests' });
    expect(fines_percent).toEqual({ value: expect.closeTo(4, 8), source: 'your tests' });
  });
  it('take dye for active clay and fire for carbon, never the other way round', () => {
    const dye: HeapTest = {
      kind: 'methylene-blue',
      standards: [{ active_clay: 1, ml: 40 }],
      ml: 32
    };
    const burnt: HeapTest = { kind: 'ignition', before_g: 10, after_g: 2 };
    const both = [tested(dye, 1), tested(burnt, 1)];
    expect(lotFigures({ ...bag, kind: 'sodium-bentonite' }, both).active_percent.value).toBeCloseTo(80, 8);
    expect(lotFigures({ ...bag, kind: 'sea-coal' }, both).active_percent.value).toBeCloseTo(80, 8);
    expect(lotFigures({ ...bag, kind: 'sodium-bentonite' }, [tested(burnt, 1)]).active_percent.source).toBe(
      'handbook'
    );
  });
});

describe('tests of a lot', () => {
  let db: Database;
  let remove: () => Promise<void>;
  let lot: number;
  const test = (fields: object) => appendLotTest(db, lot, fields as NewHeapTest);
  const moisture = {
    kind: 'moisture',
    at: at(9),
    method: 'oven',
    scale_g: 0.1,
    pan_g: 100,
    wet_g: 200,
    dry_g: 196
  };
  beforeEach(async () => {
    ({ db, remove } = await temporaryDatabase());
    lot = (await createLot(db, { kind: 'damp-sand', bought_kg: 25 } as never)).id;
  });
  afterEach(() => remove());

  it('count for the lot from then on, and no longer once struck out', async () => {
    const made = await test(moisture);
    expect(made).toMatchObject({ lot_id: lot, kind: 'moisture', dry_g: 196 });
    expect(made.result).toMatchObject({ moisture_percent: 4, sd: expect.closeTo(0.201, 3) });
    expect((await readLot(db, lot)).moisture_percent).toEqual({ value: 4, source: 'your tests' });
    await undoLotTest(db, lot, made.id);
    expect((await readLot(db, lot)).moisture_percent.source).toBe('handbook');
    await restoreLotTest(db, lot, made.id);
    expect((await readLot(db, lot)).moisture_percent.value).toBe(4);
    expect(await listLotTests(db, lot)).toHaveLength(1);
    expect((await readLotTest(db, lot, made.id)).id).toBe(made.id);
  });
  it('give way to a figure stated after them', async () => {
    await test(moisture);
    expect((await amendLot(db, lot, { moisture_percent: 6 })).moisture_percent).toEqual({
      value: 6,
      source: 'your entry'
    });
    // Saying something else of the lot leaves the figure as it was said.
    expect((await amendLot(db, lot, { note: 'from the yard' })).moisture_percent.value).toBe(6);
  });
  it('are refused where they tell nothing, name what belongs to a heap, or no such lot', async () => {
    await expect(test({ kind: 'shatter', at: at(9), kept_g: 1, through_g: 1 })).rejects.toThrow();
    await expect(test({ ...moisture, batch_entry_id: 3 })).rejects.toThrow();
    await expect(appendLotTest(db, 99, moisture as unknown as NewHeapTest)).rejects.toThrow('lot');
    await expect(readLotTest(db, lot, 99)).rejects.toThrow('test');
    await expect(undoLotTest(db, lot + 1, 1)).rejects.toThrow('test');
    expect(await listLotTests(db, lot)).toEqual([]);
  });
  it('go into the batch that the lot is weighed into, water, fines and all', async () => {
    await test(moisture);
    await amendLot(db, lot, { fines_percent: 5 });
    const heap = await createHeap(db, { name: 'Shed heap', system: 'water' } as never);
    await appendEntry(db, heap.id, {
      kind: 'mixed',
      at: at(10),
      additions: [{ ingredient: 'damp-sand', kg: 25, lot_id: lot }]
    } as NewEntry);
    const { composition_kg } = await readState(db, heap.id, at(10));
    expect(composition_kg.water).toBeCloseTo(1, 8);
    expect(composition_kg.fines).toBeCloseTo(24 * 0.05, 8);
    expect(composition_kg.grain).toBeCloseTo(24 * 0.95, 8);
  });

  it('make a heap of home-ground clay less sure than one of bentonite, and a jar makes it surer', async () => {
    const heapOf = async (kind: 'home-clay' | 'sodium-bentonite', test?: NewHeapTest) => {
      const lot = await createLot(db, { kind, bought_kg: 20 });
      if (test) await appendLotTest(db, lot.id, test);
      const heap = await createHeap(db, { name: `${kind} ${lot.id}`, system: 'water', binder: 'fire-clay' });
      await appendEntry(db, heap.id, {
        kind: 'mixed',
        at: at(5),
        additions: [
          { ingredient: 'washed-silica', kg: 20 },
          { ingredient: kind, kg: 4, lot_id: lot.id }
        ]
      } as NewEntry);
      return (await readState(db, heap.id, at(6))).active_clay_percent;
    };
    const bought = await heapOf('sodium-bentonite');
    const guessed = await heapOf('home-clay');
    const jar = { kind: 'settling-jar', at: at(1), sand_mm: 10, silt_mm: 20, all_mm: 60 } as NewHeapTest;
    const tried = await heapOf('home-clay', jar);
    expect(guessed.sd).toBeGreaterThan(3 * bought.sd);
    expect(tried.sd).toBeLessThan(guessed.sd);
    expect(tried.value).not.toBeCloseTo(guessed.value, 1);
    await expect(appendTest(db, 1, jar)).rejects.toMatchObject({ status: 422 });
    const silica = await createLot(db, { kind: 'washed-silica', bought_kg: 20 });
    await expect(appendLotTest(db, silica.id, jar)).rejects.toMatchObject({ status: 422 });
  });
});
