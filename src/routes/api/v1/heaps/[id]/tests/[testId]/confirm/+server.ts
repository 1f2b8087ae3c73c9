import { ref } from '$lib/server/http/answer-schemas';
import { confirmTest } from '$lib/server/heap/tests';
import { act, pathId } from '$lib/server/http/endpoint';

export const POST = act(
  { summary: 'A far reading is right all the same: it counts from now on', answer: ref('Test') },
  (db, event) => confirmTest(db, pathId(event, 'id', 'heap'), pathId(event, 'testId', 'test'))
);
