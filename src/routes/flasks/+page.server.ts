import type { PageServerLoad } from './$types';
import { listFlasks } from '$lib/server/flask/flasks';
import { pageLoad } from '$lib/server/http/guard';
import { moldSands } from '$lib/server/mold/mold-page';

export const load: PageServerLoad = pageLoad(async (db, event) => ({
  flasks: await listFlasks(db),
  sands: await moldSands(db),
  given: Object.fromEntries(event.url.searchParams)
}));
