import type { Database } from '../database/database';

/** A casting day as every page knows it. */
export interface CastingRecord {
  id: number;
  name: string | null;
  at: string;
  stage: string;
}

/** The casting that is on, or that comes next: the earliest that is not over; null without any. */
export async function nextCasting(db: Database): Promise<CastingRecord | null> {
  return db.sinceLastWrite('next casting', async () => {
    const rows = await db.tables.sessions.findAll({ where: { removed_at: null }, order: ['at', 'id'] });
    const next = rows.find(({ stage }) => stage !== 'done');
    return next ? { id: next.id, name: next.name, at: next.at, stage: next.stage } : null;
  });
}
