import { redirect } from '@sveltejs/kit';
import type { PageServerLoad } from './$types';
import { database } from '$lib/server/database/current';
import { latestHeap } from '$lib/server/heap/latest-heap';

export const load: PageServerLoad = async () => {
  const id = await latestHeap(await database());
  redirect(307, id === null ? '/heaps/new' : `/heaps/${id}/mix`);
};
