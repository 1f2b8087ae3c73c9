import { QueryTypes } from 'sequelize';
import type { Event } from '$core/heap/entry';
import type { HeapTest, HeapTestKind } from '$core/bench/heap-test';
import type { Database } from '../database/database';
import { testFields } from './test-record';

/**
 * The readings of the latest test of a kind, on whatever it was made: the rig, the sieves and the dye standards are
 * the user's own, and serve the next test as well. Null before the first.
 */
export async function lastTest(db: Database, kind: HeapTestKind): Promise<Record<string, unknown> | null> {
  const [onHeap] = await db.sequelize.query<{ at: string; event: string }>(
    `SELECT v.at, v.event FROM entries e JOIN entry_versions v ON v.entry_id = e.id AND v.version = e.version
      WHERE e.undone_at IS NULL AND v.kind = 'tested' AND json_extract(v.event, '$.test.kind') = :kind
      ORDER BY v.at DESC LIMIT 1`,
    { type: QueryTypes.SELECT, replacements: { kind } }
  );
  const onLot = await db.tables.lotTests.findOne({
    where: { kind, undone_at: null },
    order: [['at', 'DESC']]
  });
  if (onLot && !(onHeap && onHeap.at > onLot.at)) return testFields(onLot.test as HeapTest);
  if (!onHeap) return null;
  const event = JSON.parse(onHeap.event) as Extract<Event, { kind: 'tested' }>;
  return testFields(event.test);
}
