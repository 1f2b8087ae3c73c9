import type { Actions, PageServerLoad } from './$types';
import { sandAction, stepAction } from '$lib/server/form/mold-forms';
import { pathId } from '$lib/server/http/endpoint';
import { pageLoad } from '$lib/server/http/guard';
import { moldShelf } from '$lib/server/mold/mold-page';
import { rammedSands } from '$lib/server/mold/sand-rammed';
import { gatingOf, pourMolds } from '$lib/server/pour/pour-mold';
import { sessionOfMold } from '$lib/server/session/sessions';

export const load: PageServerLoad = pageLoad(async (db, event) => {
  const id = pathId(event, 'id', 'mold');
  const day = await sessionOfMold(db, id);
  const of = (await pourMolds(db, day)).find(({ mold }) => mold.id === id);
  return {
    ...(await moldShelf(db)),
    way: of ? gatingOf(of) : null,
    rammed_of: await rammedSands(db, id),
    day,
    mold: day.molds.find((mold) => mold.id === id)!
  };
});

export const actions: Actions = { step: stepAction, sand: sandAction };
