import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { createFlask } from '../flask/flasks';
import { createHeap } from '../heap/heaps';
import { createPattern } from '../pattern/patterns';
import { temporaryDatabase } from '../testing/temporary-database';
import type { Database } from '../database/database';
import {
  amendMold,
  amendSession,
  createMold,
  createSession,
  readMold,
  readSession,
  removeMold,
  removeSession,
  restoreSession,
  sessionOfMold
} from './sessions';
import { markStep } from './steps';

let db: Database;
let remove: () => Promise<void>;
let session: number;
let mold: number;
beforeAll(async () => {
  ({ db, remove } = await temporaryDatabase());
  const heap = await createHeap(db, { name: 'Gate', system: 'water' });
  const flask = await createFlask(db, { name: 'A', length_mm: 300, width_mm: 200, cope_mm: 90, drag_mm: 70 });
  const pattern = await createPattern(db, { name: 'Latch', length_mm: 90, width_mm: 40, height_mm: 12 });
  session = (await createSession(db, { at: '2026-05-01T09:00:00Z', zone: 'Europe/London' })).id;
  mold = (
    await createMold(db, session, {
      backing_heap_id: heap.id,
      flask_id: flask.id,
      patterns: [{ pattern_id: pattern.id, count: 2 }],
      metal: 'aluminium',
      layout: {
        placed: [
          { pattern_id: pattern.id, x_mm: -60, y_mm: 0, turned_deg: 0 },
          { pattern_id: pattern.id, x_mm: 60, y_mm: 0, turned_deg: 90 }
        ],
        sprue: { x_mm: 0, y_mm: 0 }
      }
    })
  ).id;
});
afterAll(() => remove());

const step = (kind: string, state: 'to-do' | 'done' | 'skipped', more = {}) =>
  markStep(db, session, { id: `${mold}:${kind}`, kind, state, mold_id: mold, ...more });
const stateOf = async () => (await readMold(db, session, mold)).state;

describe('steps of a molding session', () => {
  it('are noted in the place of what was noted before, with their time and why they were skipped', async () => {
    await step('board', 'done', { seconds: 40 });
    await step('dust-drag', 'skipped', { why_skipped: 'waxed' });
    const day = await step('board', 'to-do');
    expect(day.steps).toEqual([
      { id: `${mold}:board`, kind: 'board', state: 'to-do' },
      { id: `${mold}:dust-drag`, kind: 'dust-drag', state: 'skipped', why_skipped: 'waxed' }
    ]);
    expect(day.version).toBe(4);
  });

  it('closing moves a rammed mold on, and taken back takes that back; one that is not rammed stays', async () => {
    await step('close', 'done');
    expect(await stateOf()).toBe('planned');
    await amendMold(db, session, mold, { state: 'rammed' });
    await step('close', 'done');
    expect(await stateOf()).toBe('closed');
    await step('close', 'to-do');
    expect(await stateOf()).toBe('rammed');
  });

  it('closing is not taken back of a mold that was poured', async () => {
    const poured = await createMold(db, session, { backing_heap_id: 1, state: 'poured' });
    const open = markStep(db, session, { id: 'z', kind: 'close', state: 'to-do', mold_id: poured.id });
    await expect(open).rejects.toMatchObject({ status: 409, message: /is poured: it cannot become rammed/ });
    expect((await readMold(db, session, poured.id)).state).toBe('poured');
    expect((await readSession(db, session)).steps.some(({ id }) => id === 'z')).toBe(false);
  });

  it('a mold goes from state to state as the work does, from the version that was seen', async () => {
    const { id, version } = await createMold(db, session, { backing_heap_id: 1 });
    const move = (state: 'rammed' | 'closed' | 'shaken-out' | 'broken', seen?: number) =>
      amendMold(db, session, id, { state, ...(seen !== undefined && { version: seen }) });
    await expect(move('shaken-out')).rejects.toMatchObject({ status: 409 });
    const rammed = await move('rammed', version);
    expect(rammed.version).toBe(version + 1);
    await expect(move('broken', version)).rejects.toMatchObject({
      status: 409,
      errors: [{ path: 'version', message: `is not the latest, which is ${version + 1}` }]
    });
    // With sand in it, it is not taken off as if it had never been.
    await expect(removeMold(db, session, id)).rejects.toMatchObject({ status: 409 });
    await expect(removeSession(db, session)).rejects.toMatchObject({ status: 409 });
    // Nor is its day over before somebody says what becomes of that sand.
    await expect(amendSession(db, session, { stage: 'done' })).rejects.toMatchObject({
      status: 422,
      errors: [{ path: 'stage', message: expect.stringContaining('is not over yet') as string }]
    });
    expect((await move('broken')).state).toBe('broken');
    await removeMold(db, session, id);
  });

  it('a casting day is no further than its molds', async () => {
    const day = await createSession(db, { at: '2026-05-03T09:00:00Z', zone: 'Europe/London' });
    for (const stage of ['pour', 'shake-out'] as const)
      await expect(amendSession(db, day.id, { stage })).rejects.toMatchObject({
        status: 422,
        errors: [{ path: 'stage' }]
      });
    const over = await amendSession(db, day.id, { stage: 'done', version: day.version });
    expect(over).toMatchObject({ stage: 'done', version: day.version + 1 });
    await expect(amendSession(db, day.id, { stage: 'mold', version: day.version })).rejects.toMatchObject({
      status: 409
    });
    await removeSession(db, day.id);
    expect((await restoreSession(db, day.id)).version).toBe(day.version + 3);
  });

  it('of a mold of another day are refused, and nothing is noted', async () => {
    const other = await createSession(db, { at: '2026-05-02T09:00:00Z', zone: 'Europe/London' });
    await expect(
      markStep(db, other.id, { id: 'x', kind: 'board', state: 'done', mold_id: mold })
    ).rejects.toMatchObject({ status: 404 });
    expect((await readSession(db, other.id)).steps).toEqual([]);
    await expect(markStep(db, 99, { id: 'x', kind: 'board', state: 'done' })).rejects.toMatchObject({
      status: 404
    });
    expect((await sessionOfMold(db, mold)).id).toBe(session);
  });

  it('a mold is made of what is there: flask, patterns, heaps', async () => {
    const wrong = (of: object) => createMold(db, session, { backing_heap_id: 1, ...of });
    await expect(wrong({ flask_id: 77 })).rejects.toMatchObject({ errors: [{ path: 'flask_id' }] });
    await expect(wrong({ patterns: [{ pattern_id: 77, count: 1 }] })).rejects.toMatchObject({
      errors: [{ path: 'patterns[0].pattern_id' }]
    });
    await expect(wrong({ facing_heap_id: 77 })).rejects.toMatchObject({
      errors: [{ path: 'facing_heap_id' }]
    });
  });
});
