import type { PageServerLoad } from './$types';
import { pathId } from '$lib/server/http/endpoint';
import { pageLoad } from '$lib/server/http/guard';
import { readRenewal } from '$lib/server/heap/renewal';

export const load: PageServerLoad = pageLoad(async (db, event) => ({
  renewal: await readRenewal(db, pathId(event, 'id', 'heap'), {} as never)
}));
