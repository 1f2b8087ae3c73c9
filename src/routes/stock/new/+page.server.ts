import type { PageServerLoad } from './$types';
import { database } from '$lib/server/database/current';
import { listLots } from '$lib/server/stock/stock';

export const load: PageServerLoad = async () => {
  const lots = await listLots(await database());
  return { currency: lots.at(-1)?.currency ?? 'EUR' };
};
