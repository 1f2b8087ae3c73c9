import type { PageServerLoad } from './$types';
import { pageLoad } from '$lib/server/http/guard';
import { listLots } from '$lib/server/stock/stock';

export const load: PageServerLoad = pageLoad(async (db) => {
  const lots = await listLots(db);
  return { currency: lots.at(-1)?.currency ?? 'EUR' };
});
