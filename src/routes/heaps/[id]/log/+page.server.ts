import type { Actions, PageServerLoad } from './$types';
import { pathId } from '$lib/server/http/endpoint';
import { pageLoad } from '$lib/server/http/guard';
import { writeAction } from '$lib/server/form/heap-forms';
import { learnedForForms } from '$lib/server/heap/learned';
import { listLots } from '$lib/server/stock/stock';

export const load: PageServerLoad = pageLoad(async (db, event) => {
  const id = pathId(event, 'id', 'heap');
  return {
    lots: await listLots(db),
    learned: await learnedForForms(db, id),
    kind: event.url.searchParams.get('kind')
  };
});

export const actions: Actions = { write: writeAction };
