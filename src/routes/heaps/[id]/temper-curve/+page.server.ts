import type { PageServerLoad } from './$types';
import { database } from '$lib/server/database/current';
import { readLadder } from '$lib/server/heap/ladder';

export const load: PageServerLoad = async ({ params }) => ({
  ladder: await readLadder(await database(), Number(params.id))
});
