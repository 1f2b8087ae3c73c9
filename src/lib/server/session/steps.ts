import type { Transaction } from 'sequelize';
import { wasPoured } from '$core/session/mold-life';
import type { SessionStep } from '$lib/schema/session';
import type { Database } from '../database/database';
import type { MoldRow } from '../database/tables';
import { notFound } from '../refusal';
import { moveMold } from './mold-moves';
import { readSession, type SessionRecord } from './sessions';

/** The step that says where its mold stands once it is done. */
const CLOSES = 'close';

/**
 * Notes a step of a session: as it is now, in the place of what was noted of it before. Closing a mold moves it on with
 * the step; a step taken back takes that back.
 *
 * @throws Refusal 404 when there is no such session, or the mold is none of it; 409 when closing is taken back of a mold
 *   that was poured
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
      if (step.kind === CLOSES) await closeOrOpen(mold, step.state === 'done', transaction);
    }
    const at = row.steps.findIndex(({ id }) => id === step.id);
    row.steps = at < 0 ? [...row.steps, step] : row.steps.map((each, i) => (i === at ? step : each));
    row.version += 1;
    await row.save({ transaction });
    return readSession(db, session_id, transaction);
  });
}

/** A mold that is not rammed yet, or broke, is not closed by a tick; one that was poured is not opened by taking it back. */
async function closeOrOpen(mold: MoldRow, close: boolean, transaction: Transaction): Promise<void> {
  if (close ? mold.state === 'rammed' : wasPoured(mold.state) || mold.state === 'closed')
    await moveMold(mold, close ? 'closed' : 'rammed', transaction);
}
