import type { Actions, PageServerLoad } from './$types';
import { writeAction } from '$lib/server/form/heap-forms';
import { pageLoad } from '$lib/server/http/guard';
import { listLots } from '$lib/server/stock/stock';

export const load: PageServerLoad = pageLoad(async (db) => ({ lots: await listLots(db) }));

export const actions: Actions = {
  /** Without a name of its own it is only posted where no script waits for the recipe. */
  default: writeAction
};
