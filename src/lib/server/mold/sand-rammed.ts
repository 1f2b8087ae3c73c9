import { QueryTypes } from 'sequelize';
import type { HeapState } from '$lib/schema/heap-state';
import type { Database } from '../database/database';
import { readState } from '../heap/heap-state';
import { listHeaps } from '../heap/heaps';

/** Sand that went into a mold. */
export interface DrawnSand {
  mold_id: number;
  heap_id: number;
  at: string;
  /** Something went into its heap since: the heap is not what the mold holds. */
  changed: 0 | 1;
}

/** What changes the sand of a heap: the mold has nothing of it. */
const CHANGES = ['water', 'added', 'mixed', 'bought', 'returned', 'dried'];

/** What each mold was rammed of, and when, the latest of each heap. */
export async function drawnSands(db: Database, mold_ids: readonly number[]): Promise<DrawnSand[]> {
  if (mold_ids.length === 0) return [];
  return db.sequelize.query<DrawnSand>(
    `SELECT d.*, EXISTS (
         SELECT 1 FROM entries o JOIN entry_versions w ON w.entry_id = o.id AND w.version = o.version
          WHERE o.heap_id = d.heap_id AND o.undone_at IS NULL AND w.kind IN (:changes) AND w.at > d.at) AS changed
       FROM (SELECT v.mold_id, e.heap_id, MAX(v.at) AS at
               FROM entries e JOIN entry_versions v ON v.entry_id = e.id AND v.version = e.version
              WHERE v.mold_id IN (:mold_ids) AND v.kind = 'drawn' AND e.undone_at IS NULL
              GROUP BY v.mold_id, e.heap_id) d`,
    { type: QueryTypes.SELECT, replacements: { mold_ids, changes: CHANGES } }
  );
}

/** A heap's sand as it was rammed: as it stood just before it was drawn. */
export const sandAsDrawn = (db: Database, { heap_id, at }: DrawnSand): Promise<HeapState> =>
  readState(db, heap_id, new Date(Date.parse(at) - 1).toISOString());

/** The sand of a rammed mold, in words and figures. */
export interface RammedSand {
  heap_id: number;
  name: string;
  at: string;
  verdict: HeapState['verdict'];
  moisture_percent: HeapState['moisture_percent'];
  seen: boolean;
}

/** What a mold was rammed of, as that sand was then; empty before it is. */
export async function rammedSands(db: Database, mold_id: number): Promise<RammedSand[]> {
  const [drawn, heaps] = await Promise.all([drawnSands(db, [mold_id]), listHeaps(db)]);
  return Promise.all(
    drawn.map(async (went) => {
      const { verdict, moisture_percent, seen } = await sandAsDrawn(db, went);
      const name = heaps.find(({ id }) => id === went.heap_id)?.name ?? 'a heap';
      return { heap_id: went.heap_id, name, at: went.at, verdict, moisture_percent, seen };
    })
  );
}
