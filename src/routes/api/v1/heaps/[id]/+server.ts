import { ref } from '$lib/server/http/answer-schemas';
import { heapChange } from '$lib/schema/heap';
import { amendHeap, readHeap, removeHeap } from '$lib/server/heap/heaps';
import { act, pathId, read, respond } from '$lib/server/http/endpoint';

export const GET = read({ summary: 'A heap', answer: ref('Heap') }, (db, event) =>
  readHeap(db, pathId(event, 'id', 'heap'))
);
export const PATCH = respond(
  { summary: 'Change its name, container or windows', body: heapChange, answer: ref('Heap') },
  (db, change, event) => amendHeap(db, pathId(event, 'id', 'heap'), change)
);
export const DELETE = act({ summary: 'Take it off the bench' }, (db, event) =>
  removeHeap(db, pathId(event, 'id', 'heap'))
);
