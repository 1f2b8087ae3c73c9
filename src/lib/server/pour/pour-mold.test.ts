import { afterAll, beforeAll, expect, it } from 'vitest';
import { nowIso, nowMs } from '$core/time/now';
import { createFlask } from '../flask/flasks';
import { createHeap } from '../heap/heaps';
import { appendEntry, appendTest } from '../heap/ledger-writing';
import { readState } from '../heap/heap-state';
import { createPattern } from '../pattern/patterns';
import { amendMold, createMold, createSession, readSession } from '../session/sessions';
import { newHeapTest } from '../testing/moisture-test';
import { temporaryDatabase } from '../testing/temporary-database';
import { pourMolds } from './pour-mold';

let shed: Awaited<ReturnType<typeof temporaryDatabase>>;
beforeAll(async () => void (shed = await temporaryDatabase()));
afterAll(() => shed.remove());

it('one sand that nobody looked at is enough not to know how wet a mold is; of two, the wetter counts', async () => {
  const { db } = shed;
  const hourAgo = new Date(nowMs() - 3_600_000).toISOString();
  const heap = async (name: string, moisture_percent: number) => {
    const { id } = await createHeap(db, { name, system: 'water', binder: 'sodium-bentonite' });
    await appendEntry(db, id, {
      kind: 'bought',
      at: hourAgo,
      kg: 30,
      moisture_percent,
      active_clay_percent: 8
    });
    return id;
  };
  const look = (id: number, percent: number) => appendTest(db, id, newHeapTest(nowIso(), percent));
  const [backing, facing] = [await heap('Backing', 3), await heap('Facing', 3.6)];
  const flask = await createFlask(db, {
    name: 'Board',
    length_mm: 300,
    width_mm: 200,
    cope_mm: 90,
    drag_mm: 80
  });
  const pattern = await createPattern(db, { name: 'Latch', length_mm: 110, width_mm: 45, height_mm: 16 });
  const session = await createSession(db, { at: nowIso(), zone: 'UTC' });
  const mold = await createMold(db, session.id, {
    flask_id: flask.id,
    backing_heap_id: backing,
    facing_heap_id: facing,
    metal: 'aluminium',
    patterns: [{ pattern_id: pattern.id, count: 1 }]
  });
  const moisture = async () => (await pourMolds(db, await readSession(db, session.id)))[0]!.moisture;
  expect(await moisture()).toBeNull();
  await look(backing, 3);
  expect(await moisture()).toBeNull();
  await look(facing, 3.6);
  const known = await moisture();
  expect(known!.value).toBeGreaterThan(0.033);
  expect(known!.value).toBeLessThan(0.039);
  // Rammed of all that there was, it is as it was when it was drawn.
  for (const id of [backing, facing])
    await appendEntry(db, id, {
      kind: 'drawn',
      at: nowIso(),
      kg: (await readState(db, id)).total_kg,
      session_id: session.id,
      mold_id: mold.id
    });
  await amendMold(db, session.id, mold.id, { state: 'rammed' });
  expect((await moisture())!.value).toBeCloseTo(known!.value, 4);
});
