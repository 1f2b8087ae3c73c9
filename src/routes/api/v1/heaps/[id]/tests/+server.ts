import { heapTests } from '$lib/schema/heap-test';
import { appendTest, listTests } from '$lib/server/heap/tests';
import { byKind, create, pathId, queryTime, queryWhole, read } from '$lib/server/http/endpoint';

export const GET = read((db, event) =>
  listTests(db, pathId(event, 'id', 'heap'), {
    limit: queryWhole(event, 'limit', 50, 1, 500),
    offset: queryWhole(event, 'offset', 0, 0, 1e9),
    test_kind: event.url.searchParams.get('kind') ?? undefined,
    from: queryTime(event, 'from'),
    to: queryTime(event, 'to')
  })
);

export const POST = create(byKind(heapTests), (db, test, event) =>
  appendTest(db, pathId(event, 'id', 'heap'), test)
);
