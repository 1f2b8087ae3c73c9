import type { PageServerLoad } from './$types';
import { database } from '$lib/server/database/current';
import { readRenewal } from '$lib/server/heap/renewal';

export const load: PageServerLoad = async ({ params }) => ({
  renewal: await readRenewal(await database(), Number(params.id), {} as never)
});
