import type { Database } from '../database/database';
import { searchJournal } from './journal';
import { readSession } from '../session/sessions';

/** Castings that are shown of it. */
const SHOWN = 8;

/** What came out of the sand last, for who waits for the next: its castings, and what was learned; null before the first. */
export async function lastCastingDay(db: Database) {
  const [latest] = (await searchJournal(db, { kind: 'casting' }, { limit: 1 })).items;
  if (latest?.kind !== 'casting') return null;
  const { session_id } = latest.casting;
  const day = await readSession(db, session_id);
  const { items, total } = await searchJournal(db, { kind: 'casting', session_id }, { limit: SHOWN });
  const { id, name, at, lessons } = day;
  return { day: { id, name, at, lessons }, castings: items, total };
}
