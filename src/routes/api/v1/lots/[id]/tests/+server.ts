import { heapTests } from '$lib/schema/heap-test';
import { byKind, create, pathId, read } from '$lib/server/http/endpoint';
import { appendLotTest, listLotTests } from '$lib/server/stock/lot-tests';

export const GET = read({ summary: 'Tests of a lot, latest first' }, async (db, event) => ({
  items: await listLotTests(db, pathId(event, 'id', 'lot'))
}));

export const POST = create(
  { summary: 'A new test of a lot; what it reads counts for the lot from then on', body: byKind(heapTests) },
  (db, test, event) => appendLotTest(db, pathId(event, 'id', 'lot'), test)
);
