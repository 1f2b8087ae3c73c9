import { QueryTypes } from 'sequelize';
import type { HeapTest, HeapTestKind } from '$core/bench/heap-test';
import type { Database } from '../database/database';
import { testFields } from './test-record';

/**
 * The readings of the latest test of a kind, on whatever it was made: the rig, the sieves and the dye standards are
 * the user's own, and serve the next test as well. Of sieve tests the latest that used household meshes, since those
 * were measured once for all. Null before the first.
 */
export async function lastTest(db: Database, kind: HeapTestKind): Promise<Record<string, unknown> | null> {
  if (kind !== 'sieve') return latest(db, kind, '%');
  return (await latest(db, kind, '%"mesh":%')) ?? latest(db, kind, '%');
}

/** The latest test of a kind whose stored readings are like a pattern. */
async function latest(
  db: Database,
  kind: HeapTestKind,
  like: string
): Promise<Record<string, unknown> | null> {
  const [found] = await db.sequelize.query<{ test: string }>(
    `SELECT v.at, json_extract(v.event, '$.test') AS test
       FROM entries e JOIN entry_versions v ON v.entry_id = e.id AND v.version = e.version
      WHERE e.undone_at IS NULL AND v.kind = 'tested' AND json_extract(v.event, '$.test.kind') = :kind
        AND v.event LIKE :like
     UNION ALL
     SELECT t.at, t.test FROM lot_tests t WHERE t.undone_at IS NULL AND t.kind = :kind AND t.test LIKE :like
     ORDER BY at DESC LIMIT 1`,
    { type: QueryTypes.SELECT, replacements: { kind, like } }
  );
  return found ? testFields(JSON.parse(found.test) as HeapTest) : null;
}
