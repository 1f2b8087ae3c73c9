import type { PageServerLoad } from './$types';
import { listHeaps } from '$lib/server/heap/heaps';
import { pageLoad } from '$lib/server/http/guard';
import { faultsOfLate, gradesOfLate } from '$lib/server/trial/own-scatter';
import { listTrials } from '$lib/server/trial/trials';

export const load: PageServerLoad = pageLoad(async (db) => ({
  trials: await listTrials(db),
  heaps: (await listHeaps(db)).map(({ id, name }) => ({ id, name })),
  late: await faultsOfLate(db),
  graded: await gradesOfLate(db)
}));
