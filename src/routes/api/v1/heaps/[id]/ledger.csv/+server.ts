import { ledgerTable } from '$lib/schema/query';
import { readHeap } from '$lib/server/heap/heaps';
import { ledgerCsv } from '$lib/server/heap/ledger-csv';
import { download, pathId } from '$lib/server/http/endpoint';
import { ledgerFilter } from '$lib/server/heap/ledger-query';

export const GET = download(
  {
    type: 'text/csv; charset=utf-8',
    summary: 'The ledger as a table (RFC 4180), oldest first, with the heap after each entry',
    query: ledgerTable
  },
  async (db, event, query) => {
    const heap = await readHeap(db, pathId(event, 'id', 'heap'));
    const content = await ledgerCsv(db, heap.id, await ledgerFilter(db, query));
    return { name: `brunkel-ledger-${heap.id}.csv`, content };
  }
);
