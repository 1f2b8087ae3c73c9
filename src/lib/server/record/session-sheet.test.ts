import { nowMs } from '$core/time/now';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { readLongView } from '../recondition/long-view';
import { readSandNeeds } from '../recondition/sand-plan';
import { temporaryDatabase } from '../testing/temporary-database';
import { newHeapTest } from '../testing/moisture-test';
import type { Database } from '../database/database';
import { writeAct } from '../heap/acts';
import { amendHeap, createHeap, readHeap } from '../heap/heaps';
import { appendEntry } from '../heap/ledger-writing';
import { appendTest } from '../heap/tests';
import { nextCasting } from '../casting/next-casting';
import { amendSession, createMold, createSession } from '../session/sessions';
import { followSession } from '../session/follow';
import { createLot } from '../stock/stock';
import { readSessionSheet } from './session-sheet';

const HOUR = 3_600_000;
const ago = (ms: number) => new Date(nowMs() - ms).toISOString();
let db: Database;
let remove: () => Promise<void>;
let heap: number;
let day: number;

beforeAll(async () => {
  ({ db, remove } = await temporaryDatabase());
  heap = (await createHeap(db, { name: 'Gate', system: 'water' })).id;
  await createLot(db, { kind: 'washed-silica', bought_kg: 50, cost: 15, currency: 'GBP' });
  await createLot(db, { kind: 'sodium-bentonite', bought_kg: 10, cost: 12, currency: 'GBP' });
  await appendEntry(db, heap, {
    kind: 'bought',
    at: ago(30 * 24 * HOUR),
    kg: 40,
    moisture_percent: 3.2,
    active_clay_percent: 8
  } as never); // as a request brings it
  await appendTest(db, heap, newHeapTest(ago(5 * HOUR), 3.2));
  day = (await createSession(db, { name: 'Brackets', at: ago(4 * HOUR), zone: 'Europe/London' })).id;
  const mold = await createMold(db, day, { backing_heap_id: heap, note: 'a wide one' });
  const entry = (kind: string, hours: number, of: object) => ({
    heap_id: heap,
    kind,
    at: ago(hours * HOUR),
    session_id: day,
    ...of
  });
  await writeAct(db, {
    entries: [
      entry('drawn', 3, { kg: 20, mold_id: mold.id }),
      entry('poured', 2, {
        metal_kg: 2,
        alloy: 'aluminium',
        modelled_kg: 0.4,
        modelled_steam_kg: 0.1,
        mold_id: mold.id
      }),
      entry('returned', 1, { mold_id: mold.id })
    ]
  });
});
afterAll(() => remove());

describe('the record of a casting day', () => {
  it('tells each heap before and after it', async () => {
    const sheet = await readSessionSheet(db, day);
    const [gate] = sheet.heaps;
    expect(gate).toMatchObject({ name: 'Gate', entries: 3 });
    expect(gate!.before.total_kg).toBeGreaterThan(gate!.after.total_kg);
    expect(gate!.before.moisture_percent).not.toBeNull();
    expect(sheet.molds).toHaveLength(1);
  });
  it('is on while it is not over, and tells followers of each write once', async () => {
    expect(await nextCasting(db)).toMatchObject({ id: day, due: { do: 'ram' }, due_mold: 1 });
    const heard: number[] = [];
    const leave = await followSession(db, day, ({ version }) => void heard.push(version));
    expect(heard).toHaveLength(1);
    const told = new Promise<void>((done) => {
      const timer = setInterval(() => {
        if (heard.length > 1) {
          clearInterval(timer);
          done();
        }
      }, 10);
    });
    await amendSession(db, day, { note: 'a' });
    await amendSession(db, day, { note: 'b' });
    await told;
    leave();
    expect(heard.at(-1)).toBeGreaterThan(heard[0]!);
    expect(heard.length).toBeLessThanOrEqual(3);
    await expect(followSession(db, 999, () => undefined)).rejects.toThrow();
  });
});

describe('putting the sand right', () => {
  it('wants the burnt sand out and water in, by the linear programme', async () => {
    const needs = await readSandNeeds(db, heap);
    expect(needs.burnt_kg).toBeGreaterThan(0.1);
    expect(needs.discard_kg).toBeGreaterThanOrEqual(needs.burnt_kg);
    expect(needs.held).toBe(true);
    expect(needs.after!.dead_clay_percent).toBeLessThanOrEqual(4.01);
    // An empty heap wants nothing.
    const empty = (await createHeap(db, { name: 'Empty', system: 'water' })).id;
    expect(await readSandNeeds(db, empty)).toMatchObject({ heap_kg: 0, additions: [], discard_kg: 0 });
  });
  it('looks ahead from what this heap’s own days burnt, at the prices of its stock', async () => {
    const view = await readLongView(db, heap);
    expect(view.days).toBe(1);
    expect(view.wear.burnt_kg).toBeGreaterThan(0.1);
    expect(view.prices).toEqual({ sand_per_kg: 0.3, clay_per_kg: 1.2, known: true });
    expect(view.stock).toEqual({ sand_kg: 50, clay_kg: 10 });
    expect(view.parts.sand + view.parts.live_clay + view.parts.dead_clay + view.parts.fines).toBeGreaterThan(
      35
    );
    await amendHeap(db, heap, { policy: { burnt_out_percent: 60, new_sand_kg: 1.5 } });
    expect((await readHeap(db, heap)).policy).toEqual({ burnt_out_percent: 60, new_sand_kg: 1.5 });
    // So much new sand is asked for each time from now on.
    const sand = (await readSandNeeds(db, heap)).additions.filter(
      ({ ingredient }) => ingredient !== 'sodium-bentonite'
    );
    expect(sand.reduce((sum, { kg }) => sum + kg, 0)).toBeGreaterThanOrEqual(1.5 - 1e-9);
    const fresh = (await createHeap(db, { name: 'Fresh', system: 'water' })).id;
    expect((await readLongView(db, fresh)).days).toBe(0);
  });
});
