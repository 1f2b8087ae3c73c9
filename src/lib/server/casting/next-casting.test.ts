import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { nowMs } from '$core/time/now';
import { createHeap } from '../heap/heaps';
import { createSession } from '../session/sessions';
import { temporaryDatabase, type Temporary } from '../testing/temporary-database';
import { chosenCasting, dayAsked, nextCasting } from './next-casting';

let shed: Temporary;
beforeAll(async () => {
  shed = await temporaryDatabase();
});
afterAll(() => shed.remove());

const inDays = (days: number) => new Date(nowMs() + days * 86_400_000).toISOString();

describe('a casting that somebody asks for', () => {
  it('is the one that is on or comes next, until another open one is named', async () => {
    const { db } = shed;
    const set = (name: string, days: number, stage?: 'recondition' | 'done') =>
      createSession(db, { name, at: inDays(days), zone: 'UTC', ...(stage && { stage }) });
    const near = await set('Latches', 1);
    const far = await set('Dial plate', 9);
    const over = await set('Knobs', -9, 'done');
    await createHeap(db, { name: 'Gate heap', system: 'water', binder: 'sodium-bentonite' });
    await set('Sand of Gate heap', 0, 'recondition');
    const asked = async (id: number | null) => {
      const { casting, others } = await chosenCasting(db, id);
      return [casting?.name, ...others.map(({ name }) => name)];
    };
    // Sand that is put right by itself is no casting to pour.
    expect(await asked(null)).toEqual(['Latches', 'Dial plate']);
    expect(await asked(far.id)).toEqual(['Dial plate', 'Latches']);
    expect(await asked(over.id)).toEqual(['Latches', 'Dial plate']);
    expect(await asked(999)).toEqual(['Latches', 'Dial plate']);
    expect((await nextCasting(db))?.id).toBe(near.id);
  });
  it('is asked for by its number, and by nothing else', () => {
    const of = (query: string) => dayAsked(new URLSearchParams(query));
    expect([of('day=29'), of('day=0'), of('day=-1'), of('day=2e3'), of('day=__proto__'), of('')]).toEqual([
      29,
      null,
      null,
      null,
      null,
      null
    ]);
  });
});
