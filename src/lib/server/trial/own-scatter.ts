import { sampleVariance } from 'simple-statistics';
import type { Database } from '../database/database';
import { listTrials } from './trials';

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

/** Fewer grades than these tell nothing of how molds scatter. */
const GRADES_TOLD = 6;

/** How grades of like molds scatter, by the trials that were graded: pooled within each way; null of too few. */
export async function gradesOfLate(db: Database): Promise<{ molds: number; sd: number } | null> {
  let [molds, ways, squares] = [0, 0, 0];
  for (const { outcome, places } of await listTrials(db)) {
    if (outcome !== 'grade') continue;
    for (const way of ['as-now', 'otherwise'] as const) {
      const grades = places.flatMap((each) =>
        each.way === way && each.result !== null ? [each.result] : []
      );
      if (grades.length < 2) continue;
      molds += grades.length;
      ways += 1;
      squares += sampleVariance(grades) * (grades.length - 1);
    }
  }
  return molds < GRADES_TOLD ? null : { molds, sd: Math.sqrt(squares / (molds - ways)) };
}
