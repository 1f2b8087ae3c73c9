import type { PageServerLoad } from './$types';
import { ledgerOfPage } from '$lib/schema/query';
import { readBalances } from '$lib/server/heap/balances';
import { listEntries } from '$lib/server/heap/ledger';
import { pathId } from '$lib/server/http/endpoint';
import { pageLoad } from '$lib/server/http/guard';
import { ledgerFilter } from '$lib/server/heap/ledger-query';
import { queryOf } from '$lib/server/http/query';

/** Lines on a page of the table. */
const LINES = 50;

export const load: PageServerLoad = pageLoad(async (db, event) => {
  const id = pathId(event, 'id', 'heap');
  const { page = 1, ...query } = queryOf(ledgerOfPage, event.url, true);
  const entries = await listEntries(db, id, {
    ...(await ledgerFilter(db, query)),
    limit: LINES,
    offset: (page - 1) * LINES
  });
  const balances = await readBalances(
    db,
    id,
    entries.items.map((entry) => entry.id)
  );
  return { entries, page, balances: Object.fromEntries(balances) };
});
