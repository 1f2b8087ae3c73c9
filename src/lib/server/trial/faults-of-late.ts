import type { Database } from '../database/database';

/** So many molds back a fault is counted. */
const COUNTED = 60;

/** How often each fault was seen in the molds of late, for who asks how often it comes: molds judged, and molds with it. */
export async function faultsOfLate(
  db: Database
): Promise<{ molds: number; with: Partial<Record<string, number>> }> {
  const rows = await db.tables.castings.findAll({
    where: { removed_at: null },
    order: [['id', 'DESC']],
    limit: 4 * COUNTED
  });
  const molds = [...new Set(rows.map(({ mold_id }) => mold_id))].slice(0, COUNTED);
  const counts: Partial<Record<string, number>> = {};
  for (const mold_id of molds) {
    const defects = rows.filter((row) => row.mold_id === mold_id).flatMap((row) => row.defects);
    for (const defect of new Set(defects.map((each) => each.defect)))
      counts[defect] = (counts[defect] ?? 0) + 1;
  }
  return { molds: molds.length, with: counts };
}
