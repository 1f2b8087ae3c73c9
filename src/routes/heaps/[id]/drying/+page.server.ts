import type { PageServerLoad } from './$types';
import { database } from '$lib/server/database/current';
import { readForecast } from '$lib/server/heap/drying';

export const load: PageServerLoad = async ({ params }) => ({
  forecast: await readForecast(await database(), Number(params.id), { hours: 14 * 24 })
});
