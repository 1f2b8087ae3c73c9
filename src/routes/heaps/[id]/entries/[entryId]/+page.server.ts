import { error } from '@sveltejs/kit';
import type { PageServerLoad } from './$types';
import { database } from '$lib/server/database/current';
import { learnedForForms } from '$lib/server/heap/learned';
import { entryVersions } from '$lib/server/heap/ledger';
import { Refusal } from '$lib/server/refusal';
import { listLots } from '$lib/server/stock/stock';

export const load: PageServerLoad = async ({ params }) => {
  const db = await database();
  try {
    const versions = await entryVersions(db, Number(params.id), Number(params.entryId));
    const learned = await learnedForForms(db, Number(params.id));
    return { versions: versions.reverse(), lots: await listLots(db), learned };
  } catch (thrown) {
    if (thrown instanceof Refusal) error(404, thrown.message);
    throw thrown;
  }
};
