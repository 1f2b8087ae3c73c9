import { heapChange } from '$lib/schema/heap';
import { amendHeap, readHeap, removeHeap } from '$lib/server/heap/heaps';
import { act, pathId, read, respond } from '$lib/server/http/endpoint';

export const GET = read((db, event) => readHeap(db, pathId(event, 'id', 'heap')));
export const PATCH = respond(heapChange, (db, change, event) =>
  amendHeap(db, pathId(event, 'id', 'heap'), change)
);
export const DELETE = act((db, event) => removeHeap(db, pathId(event, 'id', 'heap')));
