import type { PageServerLoad } from './$types';
import { pageLoad } from '$lib/server/http/guard';
import { listPatterns } from '$lib/server/pattern/patterns';

export const load: PageServerLoad = pageLoad(async (db) => ({ patterns: await listPatterns(db) }));
