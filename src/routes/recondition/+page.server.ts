import { redirect } from '@sveltejs/kit';
import type { PageServerLoad } from './$types';
import { pageLoad } from '$lib/server/http/guard';
import { latestHeap } from '$lib/server/heap/latest-heap';

export const load: PageServerLoad = pageLoad(async (db) => {
  const id = await latestHeap(db);
  redirect(307, id === null ? '/heaps/new' : `/heaps/${id}/recondition`);
});
