import type { PageServerLoad } from './$types';
import { keptLayout } from '$lib/schema/kept-layout';
import { pathId } from '$lib/server/http/endpoint';
import { pageLoad } from '$lib/server/http/guard';
import { gatingOf, hotMold, pourMolds } from '$lib/server/pour/pour-mold';
import { sessionOfMold } from '$lib/server/session/sessions';

export const load: PageServerLoad = pageLoad(async (db, event) => {
  const id = pathId(event, 'id', 'mold');
  const day = await sessionOfMold(db, id);
  const of = (await pourMolds(db, day)).find(({ mold }) => mold.id === id) ?? null;
  const way = of && gatingOf(of);
  return {
    session_id: day.id,
    id,
    of: of && {
      mold: of.mold,
      name: of.name,
      castings: of.castings.flatMap(({ name, count }) => Array.from({ length: count }, () => name)),
      alloy: { name: of.alloy.name, shake_out_c: of.alloy.shake_out_c },
      pour_c: of.mold.poured?.pour_c ?? of.pour_c,
      moisture: of.moisture?.value ?? null,
      heap: of.heap?.name ?? null,
      layout:
        of.mold.layout ??
        (of.laid &&
          keptLayout(
            of.laid.layout,
            of.castings.flatMap(({ pattern_id, count }) =>
              Array.from({ length: count }, () => ({ id: pattern_id }))
            )
          )),
      riser_m: way?.riser?.diameter_m ?? null,
      can: hotMold(of, way, of.pour_c) !== null,
      // Once it is poured, what was written down then stands.
      poured: of.mold.poured?.heat ?? null
    }
  };
});
