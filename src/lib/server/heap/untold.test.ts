import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { NewEntry } from '$lib/schema/entry';
import type { NewHeapTest } from '$lib/schema/heap-test';
import type { Database } from '../database/database';
import { temporaryDatabase } from '../testing/temporary-database';
import { createHeap } from './heaps';
import { appendEntry } from './ledger-writing';
import { appendTest } from './tests';
import { readUntold } from './untold';

let db: Database;
let remove: () => Promise<void>;
let heap: number;
const LID = { cover: 'lid', exposed_area_m2: 0.15 } as const;
const at = (day: number, hour = 9) => new Date(Date.UTC(2026, 4, day, hour)).toISOString();
const log = (fields: object) => appendEntry(db, heap, { confirmed: true, ...fields } as NewEntry);
const oven = (day: number, percent: number) =>
  appendTest(db, heap, {
    kind: 'moisture',
    at: at(day, 10),
    method: 'oven',
    pan_g: 100,
    wet_g: 200,
    dry_g: 200 - percent,
    scale_g: 0.1
  } as NewHeapTest);

beforeEach(async () => {
  ({ db, remove } = await temporaryDatabase());
  const made = await createHeap(db, {
    name: 'Shed heap',
    system: 'water',
    binder: 'sodium-bentonite',
    container: LID
  } as never);
  heap = made.id;
  await log({ kind: 'bought', at: at(1), kg: 30, moisture_percent: 3.5, active_clay_percent: 8 });
});
afterEach(() => remove());

describe('what the ledger may not tell', () => {
  it('is nothing of a new heap', async () => expect(await readUntold(db, heap)).toBeNull());

  it('is a lid left off, until somebody says how it stood', async () => {
    await oven(1, 3.5);
    await oven(7, 3.4);
    await oven(13, 3.35);
    await oven(17, 1.6);
    const untold = await readUntold(db, heap);
    expect(untold).toEqual({ suspect: 'stood-open', from: at(13, 10), to: at(17, 10), container: LID });
    await log({ kind: 'moved', at: at(13, 10), container: { ...LID, cover: 'open' } });
    await log({ kind: 'moved', at: at(17, 10), container: LID });
    expect(await readUntold(db, heap)).toBeNull();
  });

  it('is settled too where it was covered all the time', async () => {
    await oven(1, 3.5);
    await oven(7, 3.4);
    await oven(13, 3.35);
    await oven(17, 1.6);
    await log({ kind: 'moved', at: at(13, 10), container: LID });
    expect((await readUntold(db, heap))?.suspect).not.toBe('stood-open');
  });

  it('is a heap that nobody weighed for five casting days', async () => {
    for (const day of [3, 6, 9, 12, 15]) {
      expect(await readUntold(db, heap)).toBeNull();
      await log({ kind: 'drawn', at: at(day, 9), kg: 10 });
      await log({ kind: 'returned', at: at(day, 12), kg: 9.8, rest_lost: true });
    }
    const untold = await readUntold(db, heap);
    expect(untold).toMatchObject({ suspect: 'unweighed', casting_days: 5 });
    await log({ kind: 'weighed', at: at(15, 13), kg: 28.7 });
    expect(await readUntold(db, heap)).toBeNull();
  });
});
