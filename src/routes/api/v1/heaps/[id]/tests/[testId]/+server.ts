import { heapTests } from '$lib/schema/heap-test';
import { amendTest, readTest, undoTest } from '$lib/server/heap/tests';
import { act, byKind, pathId, queryWhole, read, respond } from '$lib/server/http/endpoint';

export const GET = read((db, event) =>
  readTest(db, pathId(event, 'id', 'heap'), pathId(event, 'testId', 'test'))
);

export const PUT = respond(byKind(heapTests), (db, test, event) =>
  amendTest(db, pathId(event, 'id', 'heap'), pathId(event, 'testId', 'test'), test)
);

export const DELETE = act((db, event) => {
  const version = queryWhole(event, 'version', 0, 0, Number.MAX_SAFE_INTEGER) || undefined;
  return undoTest(db, pathId(event, 'id', 'heap'), pathId(event, 'testId', 'test'), version);
});
