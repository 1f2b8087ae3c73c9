import type { PageServerLoad } from './$types';
import { database } from '$lib/server/database/current';
import { learnedForForms } from '$lib/server/heap/learned';
import { listLots } from '$lib/server/stock/stock';

export const load: PageServerLoad = async ({ params, url }) => {
  const db = await database();
  return {
    lots: await listLots(db),
    learned: await learnedForForms(db, Number(params.id)),
    kind: url.searchParams.get('kind')
  };
};
