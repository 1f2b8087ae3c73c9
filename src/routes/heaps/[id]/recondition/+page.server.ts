import { nowMs } from '$core/time/now';
import type { PageServerLoad } from './$types';
import { nextCasting, sandDayOf } from '$lib/server/casting/next-casting';
import { pathId } from '$lib/server/http/endpoint';
import { pageLoad } from '$lib/server/http/guard';
import { readLongView } from '$lib/server/recondition/long-view';
import { readSandNeeds } from '$lib/server/recondition/sand-plan';
import { readSession } from '$lib/server/session/sessions';

const DAY_MS = 86_400_000;

export const load: PageServerLoad = pageLoad(async (db, event) => {
  const id = pathId(event, 'id', 'heap');
  const [casting, running] = await Promise.all([nextCasting(db), sandDayOf(db, id)]);
  // A casting that has not begun is not the one that this sand was poured at.
  const on = running ?? (casting?.due ? casting.id : null);
  const day = on === null ? null : await readSession(db, on);
  const plan = day?.sand[String(id)] ?? null;
  const [needs, long_view] = await Promise.all([readSandNeeds(db, id), readLongView(db, id)]);
  const poured = day?.molds.some(({ poured: of }) => of && nowMs() - Date.parse(of.at) < DAY_MS / 4) ?? false;
  const facing = day?.molds.some(({ facing_heap_id }) => facing_heap_id === id) ?? false;
  return { day, plan, needs, long_view, warm: poured, facing };
});
