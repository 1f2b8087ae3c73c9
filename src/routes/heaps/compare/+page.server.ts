import { error } from '@sveltejs/kit';
import type { PageServerLoad } from './$types';
import { database } from '$lib/server/database/current';
import { compareHeaps } from '$lib/server/heap/comparison';
import { listHeaps } from '$lib/server/heap/heaps';
import { Refusal } from '$lib/server/refusal';

export const load: PageServerLoad = async ({ url }) => {
  const db = await database();
  const heaps = (await listHeaps(db)).map(({ id, name }) => ({ id, name }));
  const asked = (name: string) => Number(url.searchParams.get(name)) || undefined;
  const first = asked('first') ?? heaps[0]?.id;
  const second = asked('second') ?? heaps.find(({ id }) => id !== first)?.id;
  if (first === undefined || second === undefined) return { heaps, comparison: null };
  try {
    return { heaps, comparison: await compareHeaps(db, first, second) };
  } catch (thrown) {
    if (thrown instanceof Refusal) error(404, thrown.message);
    throw thrown;
  }
};
