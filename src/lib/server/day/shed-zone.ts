import { QueryTypes } from 'sequelize';
import { isZone, machineZone } from '$core/time/zone';
import type { Database } from '../database/database';

/**
 * The zone whose days count where a record says none: that of the latest casting day, else of the latest entry or heap,
 * else of this machine.
 */
export function shedZone(db: Database): Promise<string> {
  return db.sinceLastWrite('shed zone', async () => {
    const rows = await db.sequelize.query<{ zone: string }>(
      `SELECT * FROM (SELECT zone FROM sessions WHERE removed_at IS NULL ORDER BY id DESC LIMIT 1)
       UNION ALL SELECT * FROM (SELECT zone FROM entry_versions WHERE zone IS NOT NULL ORDER BY id DESC LIMIT 1)
       UNION ALL SELECT * FROM (SELECT zone FROM heaps WHERE zone IS NOT NULL ORDER BY id DESC LIMIT 1)`,
      { type: QueryTypes.SELECT }
    );
    return rows.map(({ zone }) => zone).find(isZone) ?? machineZone();
  });
}
