import type { PageServerLoad } from './$types';
import type { MoldState } from '$core/session/mold-life';
import { chosenCasting, dayAsked } from '$lib/server/casting/next-casting';
import { readStates } from '$lib/server/heap/heap-state';
import { listHeaps } from '$lib/server/heap/heaps';
import { pageLoad } from '$lib/server/http/guard';
import { lastCastingDay } from '$lib/server/journal/last-casting-day';
import { listPatterns } from '$lib/server/pattern/patterns';
import { pourMolds } from '$lib/server/pour/pour-mold';
import { readSession } from '$lib/server/session/sessions';
import { castingsOfSession } from '$lib/server/shake-out/castings';
import { yieldOfDay } from '$lib/server/shake-out/day-yield';
import { diagnoseCasting } from '$lib/server/shake-out/diagnosis';
import { trialsToJudge } from '$lib/server/trial/trial-molds';

/** From then on there is something to judge. */
const OPENED: ReadonlySet<MoldState> = new Set(['poured', 'shaken-out']);

export const load: PageServerLoad = pageLoad(async (db, event) => {
  const { casting, others } = await chosenCasting(db, dayAsked(event.url.searchParams));
  if (!casting)
    return {
      day: null,
      others,
      molds: [],
      castings: [],
      diagnoses: {},
      trials: {},
      yield: null,
      last: await lastCastingDay(db)
    };
  const day = await readSession(db, casting.id);
  const [all, patterns, castings, heaps, states] = await Promise.all([
    pourMolds(db, day),
    listPatterns(db),
    castingsOfSession(db, day.id),
    listHeaps(db),
    readStates(db)
  ]);
  const diagnoses = Object.fromEntries(
    await Promise.all(
      castings
        .filter(({ defects }) => defects.length > 0)
        .map(async ({ id }) => [id, (await diagnoseCasting(db, id)).items] as const)
    )
  );
  return {
    day,
    others,
    castings,
    diagnoses,
    trials: await trialsToJudge(
      db,
      day.molds.map(({ id }) => id)
    ),
    yield: yieldOfDay(all, castings),
    // Of this day there is more to see once something is poured.
    last: all.some(({ mold }) => OPENED.has(mold.state)) ? null : await lastCastingDay(db),
    molds: all.map(({ mold, name, castings: of }, i) => ({
      id: mold.id,
      number: i + 1,
      name,
      state: mold.state,
      poured: mold.poured,
      facing_heap_id: mold.facing_heap_id,
      backing_heap_id: mold.backing_heap_id,
      slots: of.flatMap(({ pattern_id, name: called, kg, count }) => {
        const pattern = patterns.find(({ id }) => id === pattern_id)!;
        return Array.from({ length: count }, (_, n) => ({
          pattern: { id: pattern_id, length_mm: pattern.length_mm, width_mm: pattern.width_mm },
          name: count > 1 ? `${called} ${n + 1}` : called,
          kg,
          nth: n
        }));
      }),
      sands: [...new Set([mold.facing_heap_id, mold.backing_heap_id])].flatMap((id) => {
        const heap = heaps.find((each) => each.id === id);
        const state = id === null ? null : states.get(id)?.state;
        const out = state?.molds.find(({ mold_id }) => mold_id === mold.id)?.kg ?? 0;
        return heap && state && out > 0
          ? [
              {
                heap_id: heap.id,
                name: heap.name,
                out_kg: out,
                moisture_percent: state.moisture_percent.value,
                active_clay_percent: state.active_clay_percent.value
              }
            ]
          : [];
      })
    }))
  };
});
