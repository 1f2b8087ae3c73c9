import type { Database } from '../database/database';

/** The heap that was worked on last: the one with the newest entry, else the newest heap; null without heaps. */
export async function latestHeap(db: Database): Promise<number | null> {
  const [row] = (await db.sequelize.query(
    `SELECT h.id FROM heaps h LEFT JOIN entries e ON e.heap_id = h.id
      WHERE h.removed_at IS NULL ORDER BY e.id IS NULL, e.id DESC, h.id DESC LIMIT 1`
  )) as [{ id: number }[], unknown];
  return row[0]?.id ?? null;
}
