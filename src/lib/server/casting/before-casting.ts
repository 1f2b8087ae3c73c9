import { nowIso } from '$core/time/now';
import type { HeapState } from '$lib/schema/heap-state';
import type { Errand } from '$core/session/errand';
import type { Database } from '../database/database';
import { readStates } from '../heap/heap-state';
import { listHeaps, type HeapRecord } from '../heap/heaps';

/** Less is not worth a walk, kg. */
const WORTH_COVERING_KG = 0.05;

/** What there is to do before a casting at a time, in the order in which it is done. */
export async function beforeCasting(db: Database, at: string, now = nowIso()): Promise<Errand[]> {
  const then = at > now ? at : now;
  const [heaps, states, forecast] = await Promise.all([
    listHeaps(db),
    readStates(db, now),
    readStates(db, then)
  ]);
  const order: Errand['do'][] = ['buy', 'squeeze', 'cover', 'dry-off', 'temper'];
  return heaps
    .flatMap((heap) => {
      const [today, that_day] = [states.get(heap.id)?.state, forecast.get(heap.id)?.state];
      return today && that_day ? errandsOf(heap, today, that_day) : [];
    })
    .sort((a, b) => order.indexOf(a.do) - order.indexOf(b.do));
}

function errandsOf({ id, name }: HeapRecord, today: HeapState, then: HeapState): Errand[] {
  const heap = { id, name };
  const { need, missing, water_kg, binder_kg, rest_s, dry_off_s, water_to_lose_kg } = then.prescription;
  if (need === 'sand') return [];
  const list: Errand[] = missing.map(({ what, short_kg }) => ({ do: 'buy', heap, what, kg: short_kg }));
  if (need === 'test') return [...list, { do: 'squeeze', heap }];
  const loses_kg = today.total_kg - then.total_kg;
  if (loses_kg > WORTH_COVERING_KG) list.push({ do: 'cover', heap, loses_kg });
  if (water_to_lose_kg > 0) list.push({ do: 'dry-off', heap, kg: water_to_lose_kg, seconds: dry_off_s });
  else if (water_kg > 0 || binder_kg > 0) list.push({ do: 'temper', heap, water_kg, binder_kg, rest_s });
  return list;
}
