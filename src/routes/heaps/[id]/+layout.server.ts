import type { LayoutServerLoad } from './$types';
import { readState } from '$lib/server/heap/heap-state';
import { listHeaps } from '$lib/server/heap/heaps';
import { pathId } from '$lib/server/http/endpoint';
import { pageLoad } from '$lib/server/http/guard';
import { notFound } from '$lib/server/refusal';

export const load: LayoutServerLoad = pageLoad(async (db, event) => {
  const id = pathId(event, 'id', 'heap');
  const [heaps, state] = await Promise.all([listHeaps(db), readState(db, id)]);
  const heap = heaps.find((each) => each.id === id);
  if (!heap) throw notFound('heap', id);
  return { heap, heaps: heaps.map(({ id: of, name }) => ({ id: of, name })), state };
});
