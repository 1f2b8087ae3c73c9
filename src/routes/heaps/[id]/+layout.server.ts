import { error } from '@sveltejs/kit';
import type { LayoutServerLoad } from './$types';
import { database } from '$lib/server/database/current';
import { readState } from '$lib/server/heap/heap-state';
import { listHeaps } from '$lib/server/heap/heaps';
import { Refusal } from '$lib/server/refusal';

export const load: LayoutServerLoad = async ({ params }) => {
  const db = await database();
  const id = /^[1-9]\d{0,14}$/.test(params.id) ? Number(params.id) : 0;
  try {
    const [heaps, state] = await Promise.all([listHeaps(db), readState(db, id)]);
    const heap = heaps.find((each) => each.id === id);
    if (!heap) error(404, `There is no heap ${params.id}.`);
    return { heap, heaps: heaps.map(({ id: of, name }) => ({ id: of, name })), state };
  } catch (thrown) {
    if (thrown instanceof Refusal) error(404, `There is no heap ${params.id}.`);
    throw thrown;
  }
};
