import { nowMs } from '$core/time/now';
import { describe, expect, it } from 'vitest';
import { demoDatabase } from '../demo/demo-database';
import { createHeap } from '../heap/heaps';
import { readStates } from '../heap/heap-state';
import { beforeCasting } from './before-casting';
import { nextCasting } from './next-casting';
import { amendSession } from '../session/sessions';

describe('before a casting', () => {
  it('each heap says what it wants by that day, a heap without sand nothing', async () => {
    const { db, remove } = await demoDatabase();
    const today = new Date(nowMs());
    await createHeap(db, { name: 'Empty', system: 'water' });
    const casting = (await nextCasting(db))!;
    expect(Date.parse(casting.at)).toBeGreaterThan(today.getTime());
    const list = await beforeCasting(db, casting.at, today.toISOString());
    const then = await readStates(db, casting.at);
    for (const item of list) {
      const { prescription } = then.get(item.heap.id)!.state!;
      if (item.do === 'temper') expect(item.water_kg).toBeCloseTo(prescription.water_kg, 12);
      if (item.do === 'squeeze') expect(prescription.need).toBe('test');
      if (item.do === 'dry-off') expect(item.kg).toBe(prescription.water_to_lose_kg);
    }
    expect(list.some((item) => item.do === 'temper')).toBe(true);
    expect(list.every(({ heap }) => heap.name !== 'Empty')).toBe(true);
    // One that is over comes no more.
    await amendSession(db, casting.id, { stage: 'done' });
    expect(await nextCasting(db)).toBeNull();
    await remove();
  });
});
