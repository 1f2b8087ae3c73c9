import { afterAll, beforeAll, expect, it } from 'vitest';
import { rammingMinutes } from '$core/plan/steps/ramming-pace';
import { createFlask, listFlasks } from '../flask/flasks';
import { createHeap } from '../heap/heaps';
import { createMold, createSession } from '../session/sessions';
import { markStep } from '../session/steps';
import { temporaryDatabase } from '../testing/temporary-database';
import { readRammingPace } from './ramming-pace';

let shed: Awaited<ReturnType<typeof temporaryDatabase>>;
beforeAll(async () => void (shed = await temporaryDatabase()));
afterAll(() => shed.remove());

it('is read off the steps that were ticked as molds were rammed, half as long again as the handbook', async () => {
  const { db } = shed;
  const heap = await createHeap(db, { name: 'Gate heap', system: 'water', binder: 'sodium-bentonite' });
  const flask = await createFlask(db, {
    name: 'Shelf board',
    length_mm: 350,
    width_mm: 250,
    cope_mm: 90,
    drag_mm: 70
  });
  const pace = async () => readRammingPace(db, await listFlasks(db));
  expect(await pace()).toBeNull();
  const began = Date.UTC(2026, 3, 4, 9);
  const session = await createSession(db, { at: new Date(began).toISOString(), zone: 'UTC' });
  // 14 litres inside at 1.6: 22.4 kg of sand.
  const minutes = 1.5 * rammingMinutes(22.4);
  for (const nth of [0, 1, 2]) {
    expect(await pace()).toBeNull();
    const mold = await createMold(db, session.id, {
      flask_id: flask.id,
      backing_heap_id: heap.id,
      patterns: []
    });
    for (const [kind, after] of [
      ['board', 0],
      ['ram-drag', minutes / 2],
      ['close', minutes]
    ] as const)
      await markStep(db, session.id, {
        id: `${mold.id}:${kind}`,
        kind,
        state: 'done',
        at: new Date(began + (nth * 120 + after) * 60_000).toISOString(),
        mold_id: mold.id
      });
  }
  // One that is half rammed yet tells nothing, however quick its first steps were.
  const half = await createMold(db, session.id, {
    flask_id: flask.id,
    backing_heap_id: heap.id,
    patterns: []
  });
  for (const [kind, after] of [
    ['board', 400],
    ['ram-drag', 415]
  ] as const)
    await markStep(db, session.id, {
      id: `${half.id}:${kind}`,
      kind,
      state: 'done',
      at: new Date(began + after * 60_000).toISOString(),
      mold_id: half.id
    });
  const found = (await pace())!;
  expect(found.molds).toBe(3);
  expect(found.times).toBeCloseTo(1.5, 6);
});
