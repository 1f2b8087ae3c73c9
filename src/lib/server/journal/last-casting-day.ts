import type { Database } from '../database/database';
import { searchJournal } from './journal';
import { readSession } from '../session/sessions';

/** Castings that are shown of it: a row on the desk. */
const SHOWN = 4;
/** More castings no day has. */
const ALL = 200;

/** What came out of the sand last, for who waits for the next: the castings that tell most, and what was learned; null before the first. */
export async function lastCastingDay(db: Database) {
  const [latest] = (await searchJournal(db, { kind: 'casting' }, { limit: 1 })).items;
  if (latest?.kind !== 'casting') return null;
  const { session_id } = latest.casting;
  const day = await readSession(db, session_id);
  const { items, total } = await searchJournal(db, { kind: 'casting', session_id }, { limit: ALL });
  const castings = items.flatMap((item) => (item.kind === 'casting' ? [item] : []));
  // What went wrong teaches most, then what can be looked at.
  const telling = ({ casting }: (typeof castings)[number]) =>
    2 * Number(casting.defects.length > 0) + Number(casting.photo_hash !== null);
  const shown = castings.sort((a, b) => telling(b) - telling(a)).slice(0, SHOWN);
  const { id, name, at, lessons } = day;
  return { day: { id, name, at, lessons }, castings: shown, total };
}
