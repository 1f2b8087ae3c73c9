import { heapTests } from '$lib/schema/heap-test';
import { appendTest, listTests } from '$lib/server/heap/tests';
import { byKind, create, pathId, queryWhole, read } from '$lib/server/http/endpoint';
import { ledgerFilter } from '$lib/server/http/ledger-query';

/** Here `kind` is the kind of test. */
export const GET = read((db, event) => {
  const { kind, ...filter } = ledgerFilter(event);
  return listTests(db, pathId(event, 'id', 'heap'), {
    ...filter,
    test_kind: kind ?? filter.test_kind,
    limit: queryWhole(event, 'limit', 50, 1, 500),
    offset: queryWhole(event, 'offset', 0, 0, 1e9)
  });
});

export const POST = create(byKind(heapTests), (db, test, event) =>
  appendTest(db, pathId(event, 'id', 'heap'), test)
);
