import { ref } from '$lib/server/http/answer-schemas';
import { restoreTest } from '$lib/server/heap/tests';
import { act, pathId } from '$lib/server/http/endpoint';

export const POST = act({ summary: 'Take the undo back', answer: ref('Test') }, (db, event) =>
  restoreTest(db, pathId(event, 'id', 'heap'), pathId(event, 'testId', 'test'))
);
