import { dayIn } from '$core/time/day';
import { nowMs } from '$core/time/now';
import { openDatabase } from '../database/database';
import { madeOnce } from '../testing/made-once';
import { copyOf, type Temporary } from '../testing/temporary-database';
import { fillDemo } from './fill-demo';

/**
 * The demo's records in a database of one's own: filled once for all tests of a run, and copied.
 *
 * @param today the day on which they end, at noon in Greenwich; left out, today
 */
export async function demoDatabase(today = dayIn(nowMs(), 'UTC')): Promise<Temporary> {
  const filled = await madeOnce(`demo-${today}`, async (folder) => {
    const db = await openDatabase(folder);
    await fillDemo(db, new Date(Math.min(nowMs(), Date.parse(`${today}T12:00:00Z`))));
    await db.close();
  });
  return copyOf(filled);
}
