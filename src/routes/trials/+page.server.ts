import type { PageServerLoad } from './$types';
import { listHeaps } from '$lib/server/heap/heaps';
import { pageLoad } from '$lib/server/http/guard';
import { faultsOfLate } from '$lib/server/trial/faults-of-late';
import { listTrials } from '$lib/server/trial/trials';

export const load: PageServerLoad = pageLoad(async (db) => ({
  trials: await listTrials(db),
  heaps: (await listHeaps(db)).map(({ id, name }) => ({ id, name })),
  late: await faultsOfLate(db)
}));
