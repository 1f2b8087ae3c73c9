import { error } from '@sveltejs/kit';
import type { LayoutServerLoad } from './$types';
import { database } from '$lib/server/database/current';
import { Refusal } from '$lib/server/refusal';
import { listLotTests } from '$lib/server/stock/lot-tests';
import { readLot } from '$lib/server/stock/stock';

export const load: LayoutServerLoad = async ({ params }) => {
  const db = await database();
  const id = Number(params.id) || 0;
  try {
    return { lot: await readLot(db, id), tests: await listLotTests(db, id) };
  } catch (thrown) {
    if (thrown instanceof Refusal) error(404, thrown.message);
    throw thrown;
  }
};
