import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { NewEntry } from '$lib/schema/entry';
import type { NewHeapTest } from '$lib/schema/heap-test';
import type { NewAct } from '$lib/schema/session';
import type { Database } from '../database/database';
import { createMember } from '../member/members';
import { Refusal } from '../refusal';
import { createMold, createSession, readMold } from '../session/sessions';
import { markStep } from '../session/steps';
import { temporaryDatabase } from '../testing/temporary-database';
import { readAct, restoreAct, undoAct, undoEntry, writeAct } from './acts';
import { readState } from './heap-state';
import { createHeap, readHeap } from './heaps';
import { listEntries, readEntry } from './ledger';
import { amendEntry, appendEntry, appendTest } from './ledger-writing';

let db: Database;
let remove: () => Promise<void>;
let facing: number;
let backing: number;
const at = (hour: number) => new Date(Date.UTC(2026, 4, 1, hour)).toISOString();
const log = (heap: number, fields: object) => appendEntry(db, heap, fields as NewEntry);
const act = (fields: object) => writeAct(db, fields as NewAct);
const kg = async (heap: number, hour = 20) => (await readState(db, heap, at(hour))).total_kg;
const refusal = async (work: Promise<unknown>) => {
  const thrown = await work.then(
    () => null,
    (error: unknown) => error
  );
  if (!(thrown instanceof Refusal)) throw new Error(`expected a refusal, got ${String(thrown)}`);
  return thrown;
};

async function heapOf(name: string, sand_kg: number): Promise<number> {
  const { id } = await createHeap(db, {
    name,
    system: 'water',
    binder: 'sodium-bentonite',
    container: { cover: 'sealed', exposed_area_m2: 0.1 }
  } as never);
  const additions = [
    { ingredient: 'sand', kg: sand_kg, moisture_percent: 0 },
    { ingredient: 'binder', kg: sand_kg / 10 },
    { ingredient: 'water', kg: sand_kg / 30 }
  ];
  await log(id, { kind: 'mixed', at: at(8), additions });
  return id;
}

beforeEach(async () => {
  ({ db, remove } = await temporaryDatabase());
  facing = await heapOf('Facing', 20);
  backing = await heapOf('Backing', 40);
});
afterEach(() => remove());

describe('a casting day in the ledger', () => {
  it('keeps the sand of each mold apart, through pour and shake-out', async () => {
    const session = await createSession(db, { at: at(9), zone: 'UTC' } as never);
    const mold = async () =>
      (await createMold(db, session.id, { backing_heap_id: backing, facing_heap_id: facing } as never)).id;
    const [first, second] = [await mold(), await mold()];
    const marks = (mold_id: number) => ({ session_id: session.id, mold_id });
    await log(backing, { kind: 'drawn', at: at(10), kg: 8, ...marks(first) });
    await log(backing, { kind: 'drawn', at: at(10), kg: 6, ...marks(second) });
    await log(backing, {
      kind: 'poured',
      at: at(11),
      burnt_kg: 1,
      metal_kg: 2,
      alloy: 'aluminium',
      confirmed: true,
      ...marks(first)
    });
    const tooMuch = await refusal(log(backing, { kind: 'returned', at: at(12), kg: 9, ...marks(second) }));
    expect(tooMuch).toMatchObject({ status: 422, question: { path: 'kg' } });
    await log(backing, { kind: 'returned', at: at(12), kg: 6, ...marks(second) });
    const now = await readState(db, backing, at(12));
    // Nothing of the second mold was poured: it is back whole, and the first is still out, 1 kg of it burnt.
    expect(now.out_kg).toBeLessThan(8);
    expect(now.out_kg).toBeGreaterThan(7.5);
    const { items, total } = await listEntries(db, backing, { mold_id: first });
    expect(total).toBe(2);
    expect(items[0]).toMatchObject({ kind: 'poured', alloy: 'aluminium', session_id: session.id });
    expect((await listEntries(db, backing, { session_id: session.id })).total).toBe(4);
    expect((await refusal(log(backing, { kind: 'noted', at: at(13), note: 'x', mold_id: 99 }))).status).toBe(
      422
    );
  });
});

describe('an act', () => {
  const fill = (mold: number) =>
    act({
      name: 'fill mold',
      entries: [
        { heap_id: facing, kind: 'drawn', at: at(10), kg: 2, mold_id: mold },
        { heap_id: backing, kind: 'drawn', at: at(10), kg: 9, mold_id: mold }
      ],
      molds: [{ id: mold, state: 'rammed' }]
    });
  let session: number;
  let mold: number;
  beforeEach(async () => {
    session = (await createSession(db, { at: at(9), zone: 'UTC' } as never)).id;
    mold = (await createMold(db, session, { backing_heap_id: backing } as never)).id;
  });
  const state = async () => (await readMold(db, session, mold)).state;

  it('writes in several heaps and moves a mold on, and goes back as one from any of them', async () => {
    const [was_facing, was_backing] = [await kg(facing), await kg(backing)];
    const written = await fill(mold);
    expect(written.entries).toHaveLength(2);
    expect([await kg(facing), await kg(backing)]).toEqual([
      expect.closeTo(was_facing - 2, 3),
      expect.closeTo(was_backing - 9, 3)
    ]);
    expect(await state()).toBe('rammed');
    // Struck out in the one ledger, it is gone from both, and the mold stands as it did.
    await undoEntry(db, facing, written.entries[0]!.id);
    expect([await kg(facing), await kg(backing)]).toEqual([
      expect.closeTo(was_facing, 6),
      expect.closeTo(was_backing, 6)
    ]);
    expect(await state()).toBe('planned');
    expect((await readAct(db, written.id)).undone_at).not.toBeNull();
    await restoreAct(db, written.id);
    expect(await kg(backing)).toBeCloseTo(was_backing - 9, 3);
    expect(await state()).toBe('rammed');
  });
  it('is not undone where the work went on: the later is taken back first', async () => {
    const rammed = await fill(mold);
    const closing = (to: 'done' | 'to-do') =>
      markStep(db, session, { id: `${mold}:close`, kind: 'close', state: to, mold_id: mold });
    await closing('done');
    expect(await refusal(undoAct(db, rammed.id))).toMatchObject({
      status: 409,
      message: 'This mold is closed by now: undo that first.'
    });
    expect((await readAct(db, rammed.id)).undone_at).toBeNull();
    expect((await listEntries(db, facing, { mold_id: mold })).total).toBe(1);
    await closing('to-do');
    await undoAct(db, rammed.id);
    expect(await state()).toBe('planned');
    // A mold that was rammed anew is not rammed once more by an older press.
    await fill(mold);
    expect((await refusal(restoreAct(db, rammed.id))).status).toBe(409);
    // What is undone stays so, however often it is said.
    const undone = await readAct(db, rammed.id);
    expect(await undoAct(db, rammed.id)).toEqual(undone);
  });
  it('that shakes out or breaks a mold is refused of one that is not so far', async () => {
    const entries = [{ heap_id: backing, kind: 'noted', at: at(12), note: 'x' }];
    const shaken = act({ entries, molds: [{ id: mold, state: 'shaken-out' }] });
    expect((await refusal(shaken)).message).toBe('This mold is planned: it cannot become shaken out.');
    expect((await listEntries(db, backing)).total).toBe(1);
    const molds = [{ id: mold, state: 'broken' as const, broken_because: 'the sand was too dry' }];
    const broke = await act({ entries, molds });
    const standing = () => readMold(db, session, mold);
    expect(await standing()).toMatchObject({ state: 'broken', broken_because: 'the sand was too dry' });
    await undoAct(db, broke.id);
    expect(await standing()).toMatchObject({ state: 'planned', broken_because: null });
    await restoreAct(db, broke.id);
    expect(await standing()).toMatchObject({ state: 'broken', broken_because: 'the sand was too dry' });
  });
  it('does not take away the sand that a poured mold was rammed of', async () => {
    const { id } = await createMold(db, session, { backing_heap_id: backing, state: 'poured' } as never);
    const draw = async (kg: number) =>
      log(backing, { kind: 'drawn', at: at(10), kg, session_id: session, mold_id: id });
    const [first, second] = [await draw(4), await draw(5)];
    await undoEntry(db, backing, first.id);
    expect(await refusal(undoEntry(db, backing, second.id))).toMatchObject({
      status: 409,
      message: /was rammed of this sand/
    });
  });
  it('is all or nothing: what one heap refuses, none keeps', async () => {
    const versions = async () => [
      (await readHeap(db, facing)).version,
      (await readHeap(db, backing)).version
    ];
    const before = await versions();
    const thrown = await refusal(
      act({
        entries: [
          { heap_id: facing, kind: 'drawn', at: at(10), kg: 2 },
          { heap_id: backing, kind: 'drawn', at: at(10), kg: 900 }
        ]
      })
    );
    expect(thrown.errors[0]!.path).toBe('entries[1].kg');
    expect(await versions()).toEqual(before);
    expect((await listEntries(db, facing)).total).toBe(1);
    // Not even the cache remembers it.
    expect(await kg(facing)).toBeCloseTo(20 + 2 + 20 / 30, 1);
  });
  it('cannot be undone where something later needs it, and then nothing of it is', async () => {
    const { id: fresh } = await createHeap(db, {
      name: 'Fresh',
      system: 'water',
      container: { cover: 'sealed', exposed_area_m2: 0.1 }
    } as never);
    const split = { kg: 10, moisture_percent: 3, active_clay_percent: 8 };
    const written = await act({
      entries: [
        { heap_id: backing, kind: 'discarded', at: at(10), kg: 10 },
        { heap_id: fresh, kind: 'bought', at: at(10), ...split }
      ]
    });
    await log(fresh, { kind: 'drawn', at: at(11), kg: 8 });
    const thrown = await refusal(undoAct(db, written.id));
    expect(thrown.status).toBe(422);
    expect((await readAct(db, written.id)).undone_at).toBeNull();
    expect((await listEntries(db, backing)).total).toBe(2);
  });
});

describe('a question before writing', () => {
  it('names the likely slip, stores nothing, and takes it once it is confirmed', async () => {
    const thrown = await refusal(log(facing, { kind: 'water', at: at(9), kg: 2 }));
    expect(thrown).toMatchObject({
      status: 422,
      question: { path: 'kg', likely_kg: expect.closeTo(0.2, 6) }
    });
    expect((await listEntries(db, facing)).total).toBe(1);
    await log(facing, { kind: 'water', at: at(9), kg: 2, confirmed: true });
    expect((await listEntries(db, facing)).total).toBe(2);
  });
  it('is asked of an amended entry too, as if it were written now', async () => {
    const { id } = await log(facing, { kind: 'water', at: at(9), kg: 0.2 });
    const amend = (fields: object) =>
      amendEntry(db, facing, id, { kind: 'water', at: at(9), ...fields } as NewEntry);
    const slip = await refusal(amend({ kg: 2, version: 1 }));
    expect(slip).toMatchObject({ question: { path: 'kg', likely_kg: expect.closeTo(0.2, 6) } });
    const slurry = await refusal(amend({ kg: 200, version: 1, confirmed: true }));
    expect(slurry.question).toBeNull();
    expect((await readEntry(db, facing, id)).kg).toBe(0.2);
    await amend({ kg: 2, version: 1, confirmed: true });
    // Once confirmed, other words for the same amount are no new question.
    expect((await amend({ kg: 2, version: 2, note: 'a whole can' })).note).toBe('a whole can');
    expect((await refusal(amend({ kg: 0.3 }))).errors).toEqual([{ path: 'version', message: 'is required' }]);
  });
  it('is no question where it cannot be: 200 kg of water into 20 kg of sand', async () => {
    const water = { kind: 'water', at: at(9), kg: 200, confirmed: true };
    const thrown = await refusal(log(facing, water));
    expect(thrown.question ?? null).toBeNull();
    expect((await listEntries(db, facing)).total).toBe(1);
  });
  it('is not asked of an amount that was worked out for another state of the heap: that is refused', async () => {
    const { version } = await readHeap(db, facing);
    await log(facing, { kind: 'water', at: at(9), kg: 0.1, expected_heap_version: version });
    const twice = await refusal(
      log(facing, { kind: 'water', at: at(9), kg: 0.1, expected_heap_version: version })
    );
    expect(twice).toMatchObject({ status: 409, errors: [{ path: 'expected_heap_version' }] });
  });
});

describe('the cache of a ledger', () => {
  const answers = { holds: true, shrinks: true, breaks: 'crisp', palm: 'clean', prints: 'sharp' };
  it('goes on from where it was to what a fresh reading of the ledger gives', async () => {
    const { id: member } = await createMember(db, { name: 'Ottla' });
    await kg(backing);
    for (let hour = 9; hour < 15; hour++) {
      await log(backing, { kind: 'water', at: at(hour), kg: 0.05 });
      await appendTest(db, backing, {
        kind: 'squeeze',
        at: at(hour),
        member,
        ...answers
      } as unknown as NewHeapTest);
      await readState(db, backing, at(hour));
    }
    // Before all those: everything after it is worked out anew.
    await log(backing, { kind: 'water', at: at(8.5), kg: 0.1 });
    const kept = await readState(db, backing, at(20));
    // Another handle on the same records has nothing kept.
    const again = await readState({ ...db }, backing, at(20));
    expect(again.moisture_percent.value).toBeCloseTo(kept.moisture_percent.value, 9);
    expect(again.moisture_percent.sd).toBeCloseTo(kept.moisture_percent.sd, 9);
    expect(again.total_kg).toBeCloseTo(kept.total_kg, 9);
  });
});
