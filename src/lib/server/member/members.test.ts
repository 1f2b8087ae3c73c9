import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { Database } from '../database/database';
import { hands } from '../heap/hands';
import { temporaryDatabase } from '../testing/temporary-database';
import { amendMember, createMember, readMember, removeMember, restoreMember } from './members';

let db: Database;
let remove: () => Promise<void>;
beforeEach(async () => ({ db, remove } = await temporaryDatabase()));
afterEach(() => remove());

describe('a member’s hand', () => {
  const held = (squeeze_bias: number) => ({ hand: { squeeze_bias, squeeze_sd: 0.1 } });

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
