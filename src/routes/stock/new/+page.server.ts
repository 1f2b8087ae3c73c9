import type { Actions, PageServerLoad } from './$types';
import { newLot } from '$lib/schema/stock';
import { checkedBody, postedForm } from '$lib/server/http/posted';
import { pageLoad } from '$lib/server/http/guard';
import { createLot, listLots } from '$lib/server/stock/stock';

export const load: PageServerLoad = pageLoad(async (db) => {
  const lots = await listLots(db);
  return { currency: lots.at(-1)?.currency ?? 'EUR' };
});

export const actions: Actions = {
  /** A lot, posted without a script. */
  make: postedForm(
    (db, body) => createLot(db, checkedBody(newLot, body)),
    () => '/stock'
  )
};
