import { restoreHeap } from '$lib/server/heap/heaps';
import { act, pathId } from '$lib/server/http/endpoint';

export const POST = act((db, event) => restoreHeap(db, pathId(event, 'id', 'heap')));
