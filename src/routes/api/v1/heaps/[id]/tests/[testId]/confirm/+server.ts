import { confirmTest } from '$lib/server/heap/tests';
import { act, pathId } from '$lib/server/http/endpoint';

export const POST = act((db, event) =>
  confirmTest(db, pathId(event, 'id', 'heap'), pathId(event, 'testId', 'test'))
);
