import { versionAsRead } from '$lib/schema/query';
import { ref } from '$lib/server/http/answer-schemas';
import { heapTests } from '$lib/schema/heap-test';
import { amendTest, readTest, undoTest } from '$lib/server/heap/tests';
import { act, byKind, pathId, read, respond } from '$lib/server/http/endpoint';

export const GET = read({ summary: 'A test', answer: ref('Test') }, (db, event) =>
  readTest(db, pathId(event, 'id', 'heap'), pathId(event, 'testId', 'test'))
);

export const PUT = respond(
  {
    summary: 'Amend: the old version stays in the history; 409 when version is not the latest',
    body: byKind(heapTests),
    answer: ref('Test')
  },
  (db, test, event) => amendTest(db, pathId(event, 'id', 'heap'), pathId(event, 'testId', 'test'), test)
);

export const DELETE = act(
  { summary: 'Undo: strike it out', query: versionAsRead, answer: ref('Test') },
  (db, event, { version }) =>
    undoTest(db, pathId(event, 'id', 'heap'), pathId(event, 'testId', 'test'), version || undefined)
);
