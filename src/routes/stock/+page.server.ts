import type { PageServerLoad } from './$types';
import { pageLoad } from '$lib/server/http/guard';
import { listLots } from '$lib/server/stock/stock';

export const load: PageServerLoad = pageLoad(async (db) => ({ lots: await listLots(db) }));
