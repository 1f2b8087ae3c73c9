import { error } from '@sveltejs/kit';
import type { PageServerLoad } from './$types';
import { database } from '$lib/server/database/current';
import { Refusal } from '$lib/server/refusal';
import { readLot } from '$lib/server/stock/stock';

export const load: PageServerLoad = async ({ params }) => {
  try {
    return { lot: await readLot(await database(), Number(params.id) || 0) };
  } catch (thrown) {
    if (thrown instanceof Refusal) error(404, thrown.message);
    throw thrown;
  }
};
