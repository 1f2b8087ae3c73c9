import type { RenewalRequest } from '$lib/schema/renewal';
import type { Database } from '../database/database';
import { readState } from './heap-state';
import { readHeap } from './heaps';

/** Above what is lacking, so that whole bags and clay have room (handbook default). */
const ROOM = 1.15;
/** Each amount is weighed to 5 g and may come out half of that short: so much on top outweighs twenty of them, kg. */
const ROUNDED_OFF_KG = 0.05;

/**
 * Where a heap should land that its molds find short: by so much heavier, and no richer in clay than it is or is aimed at.
 * Without that the cheapest way to more mass may be nearly all clay.
 *
 * @param more_kg beyond what it holds, more than 0
 */
export async function windowsWhenShort(
  db: Database,
  heap_id: number,
  more_kg: number
): Promise<RenewalRequest> {
  const [{ targets }, { total_kg, active_clay_percent: clay }] = await Promise.all([
    readHeap(db, heap_id),
    readState(db, heap_id)
  ]);
  const { min, max } = targets.active_clay_percent;
  const aim = (min + max) / 2;
  const least_kg = total_kg + more_kg + ROUNDED_OFF_KG;
  return {
    total_kg: { min: least_kg, max: ROOM * least_kg },
    active_clay_percent: { min: Math.max(min, Math.min(clay.value, aim)), max: Math.max(clay.value, aim) }
  };
}
