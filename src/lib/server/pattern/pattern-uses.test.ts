import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { NewPattern } from '$lib/schema/pattern';
import type { Database } from '../database/database';
import { createHeap } from '../heap/heaps';
import { createSession } from '../session/sessions';
import { temporaryDatabase } from '../testing/temporary-database';
import { patternUses } from './pattern-uses';
import { amendPattern, createPattern } from './patterns';

let db: Database;
let remove: () => Promise<void>;
let heap: number;
beforeAll(async () => {
  ({ db, remove } = await temporaryDatabase());
  heap = (await createHeap(db, { name: 'Gate heap', system: 'water', binder: 'natural' } as never)).id;
});
afterAll(() => remove());

/** A pattern of so many pieces that so many castings were logged of, one of them struck out. */
async function used(castings: number, over: object = {}): Promise<number> {
  const box = { length_mm: 90, width_mm: 40, height_mm: 12 };
  const { id } = await createPattern(db, {
    name: `Latch ${castings} ${JSON.stringify(over)}`,
    ...box,
    ...over
  } as NewPattern);
  const created_at = '2026-05-01T10:00:00.000Z';
  const session = await createSession(db, { at: created_at, zone: 'Europe/London' } as never);
  await db.write(async (transaction) => {
    const mold = await db.tables.molds.create(
      {
        session_id: session.id,
        backing_heap_id: heap,
        patterns: [],
        state: 'shaken-out',
        created_at
      } as never,
      { transaction }
    );
    await db.tables.castings.bulkCreate(
      Array.from({ length: castings + 1 }, (_, i) => ({
        session_id: session.id,
        mold_id: mold.id,
        pattern_id: id,
        result: 'good' as const,
        kg: null,
        defects: [],
        seen: {},
        cause: null,
        note: null,
        created_at,
        removed_at: i === castings ? created_at : null
      })),
      { transaction }
    );
  });
  return id;
}

describe('how often a pattern was used', () => {
  it('is asked for wear from the sixth casting on, until somebody notes it', async () => {
    expect(await patternUses(db, await used(5))).toEqual({ castings: 5, each: 5, look_for_wear: false });
    const six = await used(6);
    expect(await patternUses(db, six)).toEqual({ castings: 6, each: 6, look_for_wear: true });
    await amendPattern(db, six, { wear: 'a soft edge at the eye', version: 1 } as never);
    expect((await patternUses(db, six)).look_for_wear).toBe(false);
  });

  it('is shared among its pieces, and a lost pattern is used once', async () => {
    expect(await patternUses(db, await used(10, { made: 2 }))).toMatchObject({
      each: 5,
      look_for_wear: false
    });
    expect(await patternUses(db, await used(12, { made: 2 }))).toMatchObject({
      each: 6,
      look_for_wear: true
    });
    expect((await patternUses(db, await used(7, { kind: 'one-off' }))).look_for_wear).toBe(false);
  });
});
