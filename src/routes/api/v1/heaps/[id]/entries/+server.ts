import { entries } from '$lib/schema/entry';
import { appendEntry, listEntries } from '$lib/server/heap/ledger';
import { byKind, create, pathId, queryTime, queryWhole, read } from '$lib/server/http/endpoint';

export const GET = read((db, event) =>
  listEntries(db, pathId(event, 'id', 'heap'), {
    limit: queryWhole(event, 'limit', 50, 1, 500),
    offset: queryWhole(event, 'offset', 0, 0, 1e9),
    kind: event.url.searchParams.get('kind') ?? undefined,
    from: queryTime(event, 'from'),
    to: queryTime(event, 'to'),
    undone: event.url.searchParams.get('undone') === 'true'
  })
);

export const POST = create(byKind(entries), (db, entry, event) =>
  appendEntry(db, pathId(event, 'id', 'heap'), entry)
);
