import { nowIso, nowMs } from '$core/time/now';
import { createHash } from 'node:crypto';
import { Op, type Transaction } from 'sequelize';
import type { Database } from '../database/database';
import { Refusal, impossible } from '../refusal';

/** A request that is to be carried out once. */
export interface Once {
  /** Its key; null: it may be carried out as often as it comes. */
  key: string | null;
  /** Method and path. */
  what: string;
  body: string;
}

export interface Answer {
  status: number;
  body: unknown;
  location: string | null;
}

/**
 * Runs a creation once for each Idempotency-Key: a retry gets the first answer again. Answer and record are
 * stored in one transaction, so neither can be without the other; a refusal is not kept.
 *
 * @throws Refusal 409 when the key was used for another request
 */
export async function answeredOnce(
  db: Database,
  { key, what, body }: Once,
  run: () => Promise<Answer>
): Promise<Answer> {
  if (key === null) return run();
  if (key.length === 0 || key.length > 200) {
    throw impossible([{ path: 'Idempotency-Key', message: 'must be 1 to 200 characters' }]);
  }
  const fingerprint = createHash('sha256').update(`${what}\n${body}`).digest('hex');
  return db.write(async (transaction) => {
    const known = await db.tables.answeredRequests.findOne({ where: { key }, transaction });
    if (known && known.fingerprint !== fingerprint) {
      throw new Refusal(409, 'This Idempotency-Key was used for another request.');
    }
    if (known) return known.answer;
    const answer = await run();
    await forget(db, transaction);
    await db.tables.answeredRequests.create(
      { key, fingerprint, answer, created_at: nowIso() },
      { transaction }
    );
    return answer;
  });
}

/** A retry comes within days; an answer that is older has served. */
const KEPT_DAYS = 60;
const FORGOTTEN_EVERY = 200;
let since = 0;

async function forget(db: Database, transaction: Transaction): Promise<void> {
  if (since++ % FORGOTTEN_EVERY !== 0) return;
  const before = new Date(nowMs() - KEPT_DAYS * 86_400_000).toISOString();
  await db.tables.answeredRequests.destroy({ where: { created_at: { [Op.lt]: before } }, transaction });
}
