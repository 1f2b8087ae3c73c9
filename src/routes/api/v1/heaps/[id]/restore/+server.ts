import { ref } from '$lib/server/http/answer-schemas';
import { restoreHeap } from '$lib/server/heap/heaps';
import { act, pathId } from '$lib/server/http/endpoint';

export const POST = act({ summary: 'Put a removed heap back', answer: ref('Heap') }, (db, event) =>
  restoreHeap(db, pathId(event, 'id', 'heap'))
);
