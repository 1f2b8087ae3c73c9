import type { PageServerLoad } from './$types';
import { listAlloys } from '$lib/server/alloy/alloys';
import { pathId } from '$lib/server/http/endpoint';
import { pageLoad } from '$lib/server/http/guard';
import { moldShelf } from '$lib/server/mold/mold-page';
import { pourMolds } from '$lib/server/pour/pour-mold';
import { sessionOfMold } from '$lib/server/session/sessions';

export const load: PageServerLoad = pageLoad(async (db, event) => {
  const id = pathId(event, 'id', 'mold');
  const day = await sessionOfMold(db, id);
  const of = (await pourMolds(db, day)).find(({ mold }) => mold.id === id) ?? null;
  const shelf = await moldShelf(db);
  return { alloys: await listAlloys(db), ...shelf, session_id: day.id, of };
});
