import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { NewEntry } from '$lib/schema/entry';
import type { NewHeapTest } from '$lib/schema/heap-test';
import { entries } from '$lib/schema/entry';
import { check } from '$lib/schema/validate';
import type { Database } from '../database/database';
import { temporaryDatabase } from '../testing/temporary-database';
import { createHeap } from './heaps';
import { readState } from './heap-state';
import { readLearned } from './learned';
import { readEntry } from './ledger';
import { undoEntry } from './acts';
import { amendEntry, appendEntry } from './ledger-writing';
import { appendTest, readTest } from './tests';

let db: Database;
let remove: () => Promise<void>;
let heap: number;
const at = (day: number) => new Date(Date.UTC(2026, 4, day, 9)).toISOString();
const log = (fields: object) => appendEntry(db, heap, fields as NewEntry);
const learned = async (of: string) => (await readLearned(db, heap)).items.find((each) => each.of === of)!;

beforeEach(async () => {
  ({ db, remove } = await temporaryDatabase());
  heap = (
    await createHeap(db, {
      name: 'Shed heap',
      system: 'water',
      binder: 'sodium-bentonite',
      container: { cover: 'lid', exposed_area_m2: 0.2 }
    } as never)
  ).id;
  await log({ kind: 'bought', at: at(1), kg: 50, moisture_percent: 3.5, active_clay_percent: 8 });
});
afterEach(() => remove());

describe('what a heap has taught', () => {
  it('begins with the handbook, in the units of the interface', async () => {
    expect(await learned('rammed-density')).toMatchObject({ value: 1.6, handbook: 1.6, unit: 'kg/L' });
    expect(await learned('spill')).toMatchObject({ value: 2, source: 'handbook' });
    expect(await learned('drying')).toMatchObject({ value: 1, source: 'handbook', records: 0 });
  });
  it('is fixed, learned anew and put back by entries of the ledger', async () => {
    const fixed = await log({ kind: 'learning', at: at(2), of: 'rammed-density', value: 1.7 });
    expect(fixed).toMatchObject({ kind: 'learning', of: 'rammed-density', value: 1.7 });
    expect(await learned('rammed-density')).toMatchObject({ value: 1.7, source: 'your entry' });
    await undoEntry(db, heap, fixed.id);
    expect(await learned('rammed-density')).toMatchObject({ value: 1.6, source: 'handbook' });
    await log({ kind: 'learning', at: at(3), of: 'drying', value: 2 });
    expect(await learned('drying')).toMatchObject({ value: 2, source: 'your entry' });
    await log({ kind: 'learning', at: at(4), of: 'drying' });
    expect(await learned('drying')).toMatchObject({ value: 1, source: 'handbook' });
  });
  it('held faster, it dries faster', async () => {
    const before = (await readState(db, heap, at(20))).moisture_percent.value;
    await log({ kind: 'learning', at: at(1), of: 'drying', value: 3 });
    expect((await readState(db, heap, at(20))).moisture_percent.value).toBeLessThan(before - 0.1);
  });
  it.each([
    ['drying', 0, '0.05 to 20'],
    ['spill', 80, '0 to 50 %'],
    ['rammed-density', 9, '0.5 to 4 kg/L'],
    ['weather', 1, 'must be one of']
  ])('refuses to hold %s at %d', (of, value, message) => {
    const result = check(entries.learning, { kind: 'learning', at: at(2), of, value });
    expect(JSON.stringify(result)).toContain(message);
  });
});

describe('what was not weighed', () => {
  it('comes back less the usual spill, and nothing of it stays out', async () => {
    await log({ kind: 'drawn', at: at(2), kg: 20 });
    const back = await log({ kind: 'returned', at: at(2) });
    expect(back).toMatchObject({ kg: expect.closeTo(19.6, 8), kg_source: 'learned', rest_lost: true });
    expect((await readState(db, heap, at(2))).out_kg).toBe(0);
  });
  it('comes back by what this heap was found to spill', async () => {
    for (const day of [2, 3, 4, 5]) {
      await log({ kind: 'drawn', at: at(day), kg: 20 });
      await log({ kind: 'returned', at: at(day), kg: 18.6, rest_lost: true });
    }
    await log({ kind: 'drawn', at: at(6), kg: 20 });
    expect((await log({ kind: 'returned', at: at(6) })).kg).toBeLessThan(19.2);
  });
  it('cannot come back when nothing was out', async () =>
    expect(log({ kind: 'returned', at: at(2) })).rejects.toMatchObject({ status: 422 }));
  it('burnt as the metal poured says, until the black sand is weighed', async () => {
    await log({ kind: 'drawn', at: at(2), kg: 20 });
    const poured = await log({ kind: 'poured', at: at(2), metal_kg: 2 });
    expect(poured).toMatchObject({
      burnt_kg: expect.closeTo(2 * 0.2388, 3),
      burnt_source: 'learned',
      metal_kg: 2
    });
    await log({ kind: 'returned', at: at(2), kg: 18 });
    await log({ kind: 'discarded', at: at(2), kg: 1.4, burnt: true });
    expect(await learned('burn')).toMatchObject({ records: 1, source: 'your records' });
    // Stated after all, the pour counts by its own figure.
    await amendEntry(db, heap, poured.id, {
      kind: 'poured',
      at: at(2),
      metal_kg: 2,
      burnt_kg: 0.2,
      version: 1
    } as NewEntry);
    expect(await readEntry(db, heap, poured.id)).toMatchObject({ burnt_kg: 0.2, burnt_source: 'your entry' });
    expect((await learned('burn')).value).toBeLessThan(0.24);
  });
  it('must be one of the two', () => {
    const result = check(entries.poured, { kind: 'poured', at: at(2) });
    expect(result.ok ? [] : result.errors.map(({ path }) => path)).toEqual(['burnt_kg']);
  });
});

describe('a test of a batch', () => {
  const oven = (batch_entry_id?: number) =>
    ({
      kind: 'moisture',
      at: at(3),
      method: 'oven',
      pan_g: 100,
      wet_g: 200,
      dry_g: 194,
      batch_entry_id
    }) as NewHeapTest;
  it('names a batch of this heap that counts, and moves the heap by the batch only', async () => {
    const batch = await log({ kind: 'bought', at: at(3), kg: 10 });
    const before = (await readState(db, heap, at(3))).moisture_percent;
    const made = await appendTest(db, heap, oven(batch.id));
    expect(await readTest(db, heap, made.id)).toMatchObject({ batch_entry_id: batch.id });
    const after = (await readState(db, heap, at(3))).moisture_percent;
    expect(after.value).toBeGreaterThan(before.value);
    expect(after.value).toBeLessThan(before.value + 0.6);
    await undoEntry(db, heap, batch.id);
    await expect(appendTest(db, heap, oven(batch.id))).rejects.toMatchObject({ status: 422 });
  });
  it('of what is no batch is refused', async () => {
    const water = await log({ kind: 'water', at: at(3), kg: 1 });
    await expect(appendTest(db, heap, oven(water.id))).rejects.toMatchObject({ status: 422 });
    await expect(appendTest(db, heap, oven(999))).rejects.toMatchObject({ status: 422 });
  });
});
