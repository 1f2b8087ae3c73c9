import type { PageServerLoad } from './$types';
import { readStates } from '$lib/server/heap/heap-state';
import { listHeaps } from '$lib/server/heap/heaps';
import { pageLoad } from '$lib/server/http/guard';

export const load: PageServerLoad = pageLoad(async (db) => {
  const heaps = await listHeaps(db);
  const states = await readStates(db);
  // A heap that was taken off the bench just now is in one list and not in the other.
  return {
    heaps: heaps.flatMap((heap) => {
      const found = states.get(heap.id);
      return found ? [{ heap, ...found }] : [];
    })
  };
});
