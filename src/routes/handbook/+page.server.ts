import type { PageServerLoad } from './$types';
import { handbookQuery } from '$lib/schema/query';
import { pageLoad } from '$lib/server/http/guard';
import { queryOf } from '$lib/server/http/query';

export const load: PageServerLoad = pageLoad(async (_, event) => ({
  words: queryOf(handbookQuery, event.url, true).words ?? ''
}));
