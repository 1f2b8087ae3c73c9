import type { PageServerLoad } from './$types';
import { comparedQuery } from '$lib/schema/query';
import { compareHeaps } from '$lib/server/heap/comparison';
import { listHeaps } from '$lib/server/heap/heaps';
import { pageLoad } from '$lib/server/http/guard';
import { queryOf } from '$lib/server/http/query';

export const load: PageServerLoad = pageLoad(async (db, { url }) => {
  const heaps = (await listHeaps(db)).map(({ id, name }) => ({ id, name }));
  const asked = queryOf(comparedQuery, url, true);
  const first = asked.first ?? heaps[0]?.id;
  const second = asked.second ?? heaps.find(({ id }) => id !== first)?.id;
  if (first === undefined || second === undefined) return { heaps, comparison: null };
  return { heaps, comparison: await compareHeaps(db, first, second) };
});
