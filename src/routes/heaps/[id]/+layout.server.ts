import { error } from '@sveltejs/kit';
import type { LayoutServerLoad } from './$types';
import { database } from '$lib/server/database/current';
import { readState } from '$lib/server/heap/heap-state';
import { listHeaps } from '$lib/server/heap/heaps';

export const load: LayoutServerLoad = async ({ params }) => {
  const db = await database();
  const heaps = await listHeaps(db);
  const heap = heaps.find((each) => String(each.id) === params.id);
  if (!heap) error(404, `There is no heap ${params.id}.`);
  return {
    heap,
    heaps: heaps.map(({ id, name }) => ({ id, name })),
    state: await readState(db, heap.id)
  };
};
