import { createHash } from 'node:crypto';
import type { RequestEvent } from '@sveltejs/kit';
import type { Database } from '../database/database';
import { Refusal, impossible } from '../refusal';

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
  event: RequestEvent,
  body: string,
  run: () => Promise<Answer>
): Promise<Answer> {
  const key = event.request.headers.get('idempotency-key');
  if (key === null) return run();
  if (key.length === 0 || key.length > 200) {
    throw impossible([{ path: 'Idempotency-Key', message: 'must be 1 to 200 characters' }]);
  }
  const fingerprint = createHash('sha256')
    .update(`${event.request.method} ${event.url.pathname}\n${body}`)
    .digest('hex');
  return db.write(async (transaction) => {
    const known = await db.tables.answeredRequests.findOne({ where: { key }, transaction });
    if (known && known.fingerprint !== fingerprint) {
      throw new Refusal(409, 'This Idempotency-Key was used for another request.');
    }
    if (known) return known.answer;
    const answer = await run();
    await db.tables.answeredRequests.create(
      { key, fingerprint, answer, created_at: new Date().toISOString() },
      { transaction }
    );
    return answer;
  });
}
