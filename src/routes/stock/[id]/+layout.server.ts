import type { LayoutServerLoad } from './$types';
import { pathId } from '$lib/server/http/endpoint';
import { pageLoad } from '$lib/server/http/guard';
import { listLotTests } from '$lib/server/stock/lot-tests';
import { readLot } from '$lib/server/stock/stock';

export const load: LayoutServerLoad = pageLoad(async (db, event) => {
  const id = pathId(event, 'id', 'lot');
  return { lot: await readLot(db, id), tests: await listLotTests(db, id) };
});
