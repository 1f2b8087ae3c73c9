import type { SessionStep } from '$lib/schema/session';
import type { Database } from '../database/database';
import { notFound } from '../refusal';
import { readSession, type SessionRecord } from './sessions';

/** Steps that say where their mold stands once they are done. */
const CLOSES = 'close';

/**
 * Notes a step of a session: as it is now, in the place of what was noted of it before. Closing a mold moves it on with
 * the step; a step taken back takes that back.
 *
 * @throws Refusal 404 when there is no such session, or the mold is none of it
 */
export async function markStep(
  db: Database,
  session_id: number,
  { mold_id, ...step }: SessionStep
): Promise<SessionRecord> {
  return db.write(async (transaction) => {
    const row = await db.tables.sessions.findOne({
      where: { id: session_id, removed_at: null },
      transaction
    });
    if (!row) throw notFound('session', session_id);
    if (mold_id !== undefined) {
      const mold = await db.tables.molds.findOne({
        where: { id: mold_id, session_id, removed_at: null },
        transaction
      });
      if (!mold) throw notFound('mold', mold_id);
      if (step.kind === CLOSES && (mold.state === 'rammed' || mold.state === 'closed')) {
        mold.state = step.state === 'done' ? 'closed' : 'rammed';
        await mold.save({ transaction });
      }
    }
    const at = row.steps.findIndex(({ id }) => id === step.id);
    row.steps = at < 0 ? [...row.steps, step] : row.steps.map((each, i) => (i === at ? step : each));
    row.version += 1;
    await row.save({ transaction });
    return readSession(db, session_id, transaction);
  });
}
