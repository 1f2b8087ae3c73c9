import { newMold, newSession } from '$lib/schema/session';
import type { Database } from '../database/database';
import { createMold, createSession } from '../session/sessions';
import { accepted } from './accepted';
import type { DaysAgo } from './days-ago';
import { HEAPS, SESSIONS } from './scenario';

const DAY_MS = 86_400_000;

/** The last casting day, with its two molds, as a session. */
export async function lastCastingDay(db: Database, at: DaysAgo, members: readonly number[]): Promise<void> {
  const session = await createSession(
    db,
    accepted(newSession, {
      name: 'Gate latches and a row marker',
      at: at(SESSIONS.at(-1)!),
      zone: HEAPS.gate.zone,
      members: [...members],
      stage: 'done'
    })
  );
  for (const note of ['Four latches', 'Row markers'])
    await createMold(db, session.id, accepted(newMold, { backing_heap_id: 1, state: 'shaken-out', note }));
}

/** The casting that comes next, in two days at ten in the morning. */
export async function nextCastingDay(db: Database, today: Date, members: readonly number[]): Promise<number> {
  const at = new Date(today.getTime() + 2 * DAY_MS);
  at.setUTCHours(10, 0, 0, 0);
  const { id } = await createSession(
    db,
    accepted(newSession, {
      name: 'The sundial’s gnomon',
      at: at.toISOString(),
      zone: HEAPS.gate.zone,
      members: [...members],
      stage: 'mold'
    })
  );
  return id;
}
