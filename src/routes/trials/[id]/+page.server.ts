import type { PageServerLoad } from './$types';
import { pathId } from '$lib/server/http/endpoint';
import { pageLoad } from '$lib/server/http/guard';
import { moldsToTake } from '$lib/server/trial/trial-molds';
import { readTrial } from '$lib/server/trial/trials';

export const load: PageServerLoad = pageLoad(async (db, event) => {
  const trial = await readTrial(db, pathId(event, 'id', 'trial'));
  return { trial, molds: await moldsToTake(db, trial) };
});
