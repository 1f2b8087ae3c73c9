import type { PageServerLoad } from './$types';
import { listAlloys } from '$lib/server/alloy/alloys';
import { pageLoad } from '$lib/server/http/guard';

export const load: PageServerLoad = pageLoad(async (db) => ({ alloys: await listAlloys(db) }));
