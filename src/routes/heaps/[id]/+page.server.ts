import type { Actions, PageServerLoad } from './$types';
import { writeAction } from '$lib/server/form/heap-forms';
import { pathId } from '$lib/server/http/endpoint';
import { pageLoad } from '$lib/server/http/guard';
import { listEntries } from '$lib/server/heap/ledger';
import { listLots } from '$lib/server/stock/stock';
import { latestTest } from '$lib/server/heap/tests';
import { readUntold } from '$lib/server/heap/untold';

/** As many lines as a heap's page shows at first; the rest is on a page of its own. */
const LINES = 12;

export const load: PageServerLoad = pageLoad(async (db, event) => {
  const id = pathId(event, 'id', 'heap');
  const [ledger, moisture, lots, untold] = await Promise.all([
    listEntries(db, id, { limit: LINES, undone: true }),
    latestTest(db, id, 'moisture'),
    listLots(db),
    readUntold(db, id)
  ]);
  return {
    ledger,
    lots,
    untold,
    measured: moisture ? (moisture.result as { moisture_percent: number }).moisture_percent : null
  };
});

export const actions: Actions = { write: writeAction };
