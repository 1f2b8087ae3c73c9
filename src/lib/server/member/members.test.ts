import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { Database } from '../database/database';
import type { NewEntry } from '$lib/schema/entry';
import type { NewHeapTest } from '$lib/schema/heap-test';
import { hands } from '../heap/hands';
import { readState } from '../heap/heap-state';
import { createHeap } from '../heap/heaps';
import { appendEntry, appendTest } from '../heap/ledger-writing';
import { changeSettings } from '../settings/settings';
import { temporaryDatabase } from '../testing/temporary-database';
import { amendMember, createMember, readMember, removeMember, restoreMember } from './members';

let db: Database;
let remove: () => Promise<void>;
beforeEach(async () => ({ db, remove } = await temporaryDatabase()));
afterEach(() => remove());

const held = (squeeze_bias: number) => ({ hand: { squeeze_bias, squeeze_sd: 0.1 } });

describe('a member’s hand', () => {
  it('is the one that was held last, for whoever read it while that was written', async () => {
    const { id } = await createMember(db, { name: 'Ottla' });
    await amendMember(db, id, held(0.1));
    const bias = async () => (await hands(db)).hand(String(id))?.bias;
    expect(await bias()).toBe(0.1);
    // A reader that begins before the write ends, and ends after it.
    const writing = amendMember(db, id, held(0.2));
    const readers = Promise.all([bias(), bias()]);
    await Promise.all([writing, readers]);
    expect(await bias()).toBe(0.2);
    // A write sees what it has changed itself, and leaves nothing of it behind when it is taken back.
    const taken_back = db.write(async (transaction) => {
      await db.tables.members.update({ hand_bias: 0.4 }, { where: { id }, transaction });
      expect((await hands(db, transaction)).hand(String(id))?.bias).toBe(0.4);
      throw new Error('taken back');
    });
    await expect(taken_back).rejects.toThrow('taken back');
    expect(await bias()).toBe(0.2);
  });

  it('is changed from what was seen of it', async () => {
    const { id, version } = await createMember(db, { name: 'Ottla' });
    await amendMember(db, id, { name: 'Ottilie', version });
    await expect(amendMember(db, id, { name: 'Otti', version })).rejects.toMatchObject({ status: 409 });
    await removeMember(db, id);
    await expect(readMember(db, id)).rejects.toMatchObject({ status: 404 });
    expect(await restoreMember(db, id)).toMatchObject({ name: 'Ottilie', version: version + 3 });
  });
});

describe('what a heap is believed to hold', () => {
  const at = (hour: number) => new Date(Date.UTC(2026, 4, 1, hour)).toISOString();
  const moisture = async (heap: number, hour: number) =>
    (await readState(db, heap, at(hour))).moisture_percent.value;

  it('follows a hand that is held anew, and the weather once there is some, though nothing is written in its ledger', async () => {
    const { id: member } = await createMember(db, { name: 'Ottla' });
    const { id: heap } = await createHeap(db, {
      name: 'Yard',
      system: 'water',
      container: { cover: 'open', exposed_area_m2: 0.4, place: 'outdoors' }
    } as never); // as a request brings it
    const additions = [
      { ingredient: 'sand', kg: 25 },
      { ingredient: 'binder', kg: 2.7 },
      { ingredient: 'water', kg: 0.9 }
    ];
    await appendEntry(db, heap, { kind: 'mixed', at: at(6), additions } as NewEntry);
    const looks = { holds: false, shrinks: false, breaks: 'crumbles', palm: 'clean', prints: 'none' };
    await appendTest(db, heap, { kind: 'squeeze', at: at(7), member, ...looks } as unknown as NewHeapTest);
    const before = await moisture(heap, 8);
    await amendMember(db, member, held(-0.4));
    const straight = await moisture(heap, 8);
    expect(Math.abs(straight - before)).toBeGreaterThan(0.01);
    const handbook = await moisture(heap, 20);
    await changeSettings(db, { simulated_weather: true });
    expect(Math.abs((await moisture(heap, 20)) - handbook)).toBeGreaterThan(0.001);
  });
});
