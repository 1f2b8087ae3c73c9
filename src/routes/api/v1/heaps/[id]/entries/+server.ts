import { entries } from '$lib/schema/entry';
import { listEntries } from '$lib/server/heap/ledger';
import { appendEntry } from '$lib/server/heap/ledger-writing';
import { byKind, create, pathId, queryWhole, read } from '$lib/server/http/endpoint';
import { ledgerFilter } from '$lib/server/http/ledger-query';

export const GET = read((db, event) =>
  listEntries(db, pathId(event, 'id', 'heap'), {
    ...ledgerFilter(event),
    limit: queryWhole(event, 'limit', 50, 1, 500),
    offset: queryWhole(event, 'offset', 0, 0, 1e9)
  })
);

export const POST = create(byKind(entries), (db, entry, event) =>
  appendEntry(db, pathId(event, 'id', 'heap'), entry)
);
