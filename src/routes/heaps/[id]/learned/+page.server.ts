import type { PageServerLoad } from './$types';
import { database } from '$lib/server/database/current';
import { readLearned } from '$lib/server/heap/learned';

export const load: PageServerLoad = async ({ params }) => ({
  learned: (await readLearned(await database(), Number(params.id))).items
});
