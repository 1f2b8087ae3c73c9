import { nowMs } from '$core/time/now';
import type { PageServerLoad } from './$types';
import { chosenCasting, dayAsked } from '$lib/server/casting/next-casting';
import { listAlloys } from '$lib/server/alloy/alloys';
import { pageLoad } from '$lib/server/http/guard';
import { gatingOf, hotMold, pourMolds } from '$lib/server/pour/pour-mold';
import { beforePour, gatingKg, meltBefore } from '$lib/server/pour/pours';
import { readSession } from '$lib/server/session/sessions';

export const load: PageServerLoad = pageLoad(async (db, event) => {
  const { casting, others } = await chosenCasting(db, dayAsked(event.url.searchParams));
  if (!casting) return { day: null, others, molds: [] };
  const day = await readSession(db, casting.id);
  const all = await pourMolds(db, day);
  const alloys = await listAlloys(db);
  const now = nowMs();
  return {
    day: { ...day, due: casting.due },
    others,
    molds: all.map((of, i) => {
      const plan = gatingOf(of);
      const { mold, name, flask, alloy, castings_kg, pour_c, closed_at } = of;
      return {
        id: mold.id,
        number: i + 1,
        state: mold.state,
        metal: mold.metal,
        alloy_id: mold.alloy_id,
        poured: mold.poured,
        name,
        flask,
        alloy,
        parts: alloys.find(({ id }) => id === mold.alloy_id)?.parts ?? [],
        castings_kg,
        gating_kg: gatingKg(of),
        pour_c,
        closed_at,
        window_s: plan?.window_s ?? null,
        warnings: plan?.warnings.length ?? 0,
        hot: hotMold(of, plan, pour_c),
        before: beforePour(of, now),
        melt: meltBefore(of, all, day.melt)
      };
    })
  };
});
