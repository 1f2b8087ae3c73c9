import type { PageServerLoad } from './$types';
import { database } from '$lib/server/database/current';
import { listLots } from '$lib/server/stock/stock';

export const load: PageServerLoad = async ({ url }) => ({
  lots: await listLots(await database()),
  kind: url.searchParams.get('kind')
});
