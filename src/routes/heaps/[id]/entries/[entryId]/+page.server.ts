import type { Actions, PageServerLoad } from './$types';
import { amendAction } from '$lib/server/form/heap-forms';
import { learnedForForms } from '$lib/server/heap/learned';
import { entryVersions } from '$lib/server/heap/ledger';
import { pathId } from '$lib/server/http/endpoint';
import { pageLoad } from '$lib/server/http/guard';
import { listLots } from '$lib/server/stock/stock';

export const load: PageServerLoad = pageLoad(async (db, event) => {
  const id = pathId(event, 'id', 'heap');
  const versions = await entryVersions(db, id, pathId(event, 'entryId', 'entry'));
  const learned = await learnedForForms(db, id);
  return { versions: versions.reverse(), lots: await listLots(db), learned };
});

export const actions: Actions = { write: amendAction };
