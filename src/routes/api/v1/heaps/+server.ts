import { newHeap } from '$lib/schema/heap';
import { createHeap, listHeaps } from '$lib/server/heap/heaps';
import { create, read } from '$lib/server/http/endpoint';

export const GET = read(async (db) => {
  const items = await listHeaps(db);
  return { items, total: items.length };
});

export const POST = create(newHeap, createHeap);
