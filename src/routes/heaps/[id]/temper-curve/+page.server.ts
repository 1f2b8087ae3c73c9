import type { Actions, PageServerLoad } from './$types';
import { pathId } from '$lib/server/http/endpoint';
import { writeAction } from '$lib/server/form/heap-forms';
import { pageLoad } from '$lib/server/http/guard';
import { readLadder } from '$lib/server/heap/ladder';

export const load: PageServerLoad = pageLoad(async (db, event) => ({
  ladder: await readLadder(db, pathId(event, 'id', 'heap'))
}));

export const actions: Actions = { write: writeAction };
