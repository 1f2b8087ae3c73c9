import type { Actions, PageServerLoad } from './$types';
import { sandAction, stepAction } from '$lib/server/form/mold-forms';
import { pathId } from '$lib/server/http/endpoint';
import { pageLoad } from '$lib/server/http/guard';
import { moldShelf } from '$lib/server/mold/mold-page';
import { rammedSands } from '$lib/server/mold/sand-rammed';
import { gatingOf, pourMolds } from '$lib/server/pour/pour-mold';
import { sessionOfMold } from '$lib/server/session/sessions';
import { trialOfMold } from '$lib/server/trial/trial-molds';

export const load: PageServerLoad = pageLoad(async (db, event) => {
  const id = pathId(event, 'id', 'mold');
  const day = await sessionOfMold(db, id);
  const of = (await pourMolds(db, day)).find(({ mold }) => mold.id === id);
  const mold = day.molds.find((each) => each.id === id)!;
  return {
    ...(await moldShelf(db)),
    way: of ? gatingOf(of) : null,
    rammed_of: await rammedSands(db, id),
    day,
    mold,
    trial: await trialOfMold(db, mold)
  };
});

export const actions: Actions = { step: stepAction, sand: sandAction };
