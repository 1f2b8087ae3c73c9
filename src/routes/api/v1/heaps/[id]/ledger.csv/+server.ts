import { readHeap } from '$lib/server/heap/heaps';
import { ledgerCsv } from '$lib/server/heap/ledger-csv';
import { download, pathId } from '$lib/server/http/endpoint';
import { ledgerFilter } from '$lib/server/http/ledger-query';

export const GET = download('text/csv; charset=utf-8', async (db, event) => {
  const heap = await readHeap(db, pathId(event, 'id', 'heap'));
  const text = await ledgerCsv(db, heap.id, ledgerFilter(event));
  return { name: `brunkel-ledger-${heap.id}.csv`, text };
});
