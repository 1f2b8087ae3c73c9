import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { NewHeapTest } from '$lib/schema/heap-test';
import type { Database } from '../database/database';
import { temporaryDatabase } from '../testing/temporary-database';
import { readState } from './heap-state';
import { createHeap } from './heaps';
import { appendEntry } from './ledger-writing';
import {
  amendTest,
  appendTest,
  latestTest,
  listTests,
  readTest,
  restoreTest,
  testVersions,
  undoTest
} from './tests';

let db: Database;
let remove: () => Promise<void>;
let heap_id: number;
beforeEach(async () => {
  ({ db, remove } = await temporaryDatabase());
  heap_id = (await createHeap(db, { name: 'Shed heap', system: 'water' } as never)).id;
  await appendEntry(db, heap_id, {
    kind: 'mixed',
    at: '2026-05-01T09:00:00.000Z',
    additions: [
      { ingredient: 'sand', kg: 25, moisture_percent: 2 },
      { ingredient: 'binder', kg: 2.5 },
      { ingredient: 'water', kg: 0.5 }
    ]
  } as never);
});
afterEach(() => remove());

const oven = (dry_g: number, more: object = {}) =>
  ({
    kind: 'moisture',
    method: 'oven',
    at: '2026-05-01T10:00:00.000Z',
    pan_g: 100,
    wet_g: 200,
    dry_g,
    ...more
  }) as unknown as NewHeapTest;
const moisture = async () =>
  (await readState(db, heap_id, '2026-05-01T11:00:00.000Z')).moisture_percent.value;

describe('a test as a record', () => {
  it('has its own kind and readings on top, and what they come to', async () => {
    const test = await appendTest(db, heap_id, oven(196));
    expect(test).toMatchObject({ kind: 'moisture', pan_g: 100, wet_g: 200, dry_g: 196, version: 1 });
    expect((test as unknown as { result: object }).result).toMatchObject({ moisture_percent: 4 });
    expect(await readTest(db, heap_id, test.id)).toEqual(test);
  });
  it('can be amended: the estimate follows, and the old version stays', async () => {
    const test = await appendTest(db, heap_id, oven(196));
    const before = await moisture();
    const amended = await amendTest(db, heap_id, test.id, oven(194, { version: 1, confirmed: true }));
    expect(amended).toMatchObject({ id: test.id, dry_g: 194, version: 2 });
    expect(await moisture()).toBeGreaterThan(before + 1);
    expect(await testVersions(db, heap_id, test.id)).toMatchObject([
      { version: 1, dry_g: 196 },
      { version: 2, dry_g: 194 }
    ]);
  });
  it('can be struck out and put back, and counts only while it stands', async () => {
    const without = await moisture();
    const test = await appendTest(db, heap_id, oven(196));
    const withIt = await moisture();
    await undoTest(db, heap_id, test.id);
    expect(await moisture()).toBe(without);
    expect((await listTests(db, heap_id)).items).toEqual([]);
    await restoreTest(db, heap_id, test.id);
    expect(await moisture()).toBe(withIt);
  });
  it('refuses a version that is no longer the newest', async () => {
    const test = await appendTest(db, heap_id, oven(196));
    await amendTest(db, heap_id, test.id, oven(195, { version: 1 }));
    await expect(
      amendTest(db, heap_id, test.id, oven(194, { version: 1, confirmed: true }))
    ).rejects.toMatchObject({
      status: 409
    });
    expect(await readTest(db, heap_id, test.id)).toMatchObject({ dry_g: 195 });
  });
  it('is only found where it is: another entry is no test, another heap has none', async () => {
    const water = await appendEntry(db, heap_id, {
      kind: 'water',
      at: '2026-05-01T10:30:00.000Z',
      kg: 0.1
    } as never);
    const other = await createHeap(db, { name: 'Other', system: 'water' } as never);
    const test = await appendTest(db, heap_id, oven(196));
    const calls = [
      () => readTest(db, heap_id, water.id),
      () => undoTest(db, heap_id, water.id),
      () => restoreTest(db, heap_id, water.id),
      () => testVersions(db, heap_id, water.id),
      () => readTest(db, other.id, test.id),
      () => readTest(db, heap_id, 999)
    ];
    for (const call of calls) await expect(call()).rejects.toMatchObject({ status: 404 });
  });
  it('is listed by its kind', async () => {
    await appendTest(db, heap_id, oven(196));
    await appendTest(db, heap_id, {
      kind: 'shatter',
      at: '2026-05-01T10:00:00.000Z',
      kept_g: 60,
      through_g: 40
    } as never);
    expect((await listTests(db, heap_id)).total).toBe(2);
    expect((await listTests(db, heap_id, { test_kind: 'moisture' })).items).toMatchObject([
      { kind: 'moisture' }
    ]);
  });
});

describe('a reading off a simulated device', () => {
  it('stays marked, however it is amended, and whatever version counts again', async () => {
    const { id } = await appendTest(db, heap_id, oven(196, { simulated: true }));
    expect((await readTest(db, heap_id, id)).simulated).toBe(true);
    expect((await amendTest(db, heap_id, id, oven(195, { version: 1 }))).simulated).toBe(true);
    expect((await appendTest(db, heap_id, oven(196))).simulated).toBe(false);
  });
  it('the latest is the last that counts for the heap', async () => {
    expect(await latestTest(db, heap_id, 'moisture')).toBeNull();
    const first = await appendTest(db, heap_id, oven(196, { at: '2026-05-01T09:00:00.000Z' }));
    expect(await latestTest(db, heap_id, 'moisture')).toMatchObject({ id: first.id });
    const left_out = { at: '2026-05-01T09:30:00.000Z', excluded_reason: 'The pan was wet.' };
    await appendTest(db, heap_id, oven(199, left_out));
    expect(await latestTest(db, heap_id, 'moisture')).toMatchObject({ id: first.id });
    const later = await appendTest(db, heap_id, oven(195, { at: '2026-05-01T10:00:00.000Z' }));
    expect(await latestTest(db, heap_id, 'moisture')).toMatchObject({ id: later.id });
    await undoTest(db, heap_id, later.id);
    expect(await latestTest(db, heap_id, 'moisture')).toMatchObject({ id: first.id });
    expect(await latestTest(db, heap_id, 'sieve')).toBeNull();
  });
});
