import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { demoDatabase } from '../demo/demo-database';
import { removeSession } from '../session/sessions';
import { castingsOfSession } from '../shake-out/castings';
import { temporaryDatabase } from '../testing/temporary-database';
import { lastCastingDay } from './last-casting-day';

let shed: Awaited<ReturnType<typeof demoDatabase>>;
beforeAll(async () => {
  shed = await demoDatabase();
});
afterAll(() => shed.remove());

describe('what came out of the sand last', () => {
  it('is the latest day with a casting, what went wrong first', async () => {
    const { db } = shed;
    const last = await lastCastingDay(db);
    if (!last) throw new Error('the demo has cast');
    expect(last.day.name).toBe('Gate latches and row markers');
    const castings = await castingsOfSession(db, last.day.id);
    expect(last.total).toBe(castings.length);
    // Two of that day had a fault, and are seen first.
    const faulty = castings.filter(({ defects }) => defects.length > 0).map(({ id }) => id);
    expect(faulty.length).toBe(2);
    expect(last.castings.slice(0, 2).map(({ casting }) => casting.id)).toEqual(
      expect.arrayContaining(faulty)
    );
    expect(last.castings.length).toBe(4);
  });

  it('is nothing before the first, and the day before where one was taken away', async () => {
    const empty = await temporaryDatabase();
    expect(await lastCastingDay(empty.db)).toBeNull();
    await empty.remove();
    const { db } = shed;
    const { day } = (await lastCastingDay(db))!;
    await removeSession(db, day.id);
    const before = await lastCastingDay(db);
    expect(before!.day.id).not.toBe(day.id);
    expect(before!.day.at < day.at).toBe(true);
  });
});
