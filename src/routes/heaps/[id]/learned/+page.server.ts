import type { Actions, PageServerLoad } from './$types';
import { pathId } from '$lib/server/http/endpoint';
import { writeAction } from '$lib/server/form/heap-forms';
import { pageLoad } from '$lib/server/http/guard';
import { readLearned } from '$lib/server/heap/learned';

export const load: PageServerLoad = pageLoad(async (db, event) => ({
  learned: (await readLearned(db, pathId(event, 'id', 'heap'))).items
}));

export const actions: Actions = { write: writeAction };
