import { listOf, ref } from '$lib/server/http/answer-schemas';
import { newHeap } from '$lib/schema/heap';
import { createHeap, listHeaps } from '$lib/server/heap/heaps';
import { create, read } from '$lib/server/http/endpoint';

export const GET = read({ summary: 'Heaps', answer: listOf(ref('Heap')) }, async (db) => {
  const items = await listHeaps(db);
  return { items, total: items.length };
});

export const POST = create({ summary: 'A new heap', body: newHeap, answer: ref('Heap') }, createHeap);
