import type { PageServerLoad } from './$types';
import { database } from '$lib/server/database/current';
import { readStates } from '$lib/server/heap/heap-state';
import { listHeaps } from '$lib/server/heap/heaps';

export const load: PageServerLoad = async () => {
  const db = await database();
  const [heaps, states] = [await listHeaps(db), await readStates(db)];
  return { heaps: heaps.map((heap) => ({ heap, state: states.get(heap.id)! })) };
};
