import type { PageServerLoad } from './$types';
import { yearPage } from '$lib/schema/query';
import { pageLoad } from '$lib/server/http/guard';
import { queryOf } from '$lib/server/http/query';
import { readBadDays } from '$lib/server/year/bad-days';
import { readYear } from '$lib/server/year/year';

export const load: PageServerLoad = pageLoad(async (db, event) => {
  const { year, defect } = queryOf(yearPage, event.url, true);
  return { of: await readYear(db, year), differed: await readBadDays(db, defect ?? null) };
});
