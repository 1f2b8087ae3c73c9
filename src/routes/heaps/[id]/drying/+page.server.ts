import type { PageServerLoad } from './$types';
import { pathId } from '$lib/server/http/endpoint';
import { pageLoad } from '$lib/server/http/guard';
import { readForecast } from '$lib/server/heap/drying';

export const load: PageServerLoad = pageLoad(async (db, event) => ({
  forecast: await readForecast(db, pathId(event, 'id', 'heap'), { hours: 14 * 24 })
}));
