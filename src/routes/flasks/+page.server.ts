import type { PageServerLoad } from './$types';
import { listFlasks } from '$lib/server/flask/flasks';
import { readStates } from '$lib/server/heap/heap-state';
import { listHeaps } from '$lib/server/heap/heaps';
import { readLearned } from '$lib/server/heap/learned';
import { latestTest } from '$lib/server/heap/tests';
import { pageLoad } from '$lib/server/http/guard';

export const load: PageServerLoad = pageLoad(async (db, event) => {
  const [flasks, heaps, states] = await Promise.all([listFlasks(db), listHeaps(db), readStates(db)]);
  const sands = await Promise.all(
    heaps.map(async ({ id, name }) => {
      const state = states.get(id)?.state;
      if (!state || !(state.total_kg > 0)) return [];
      const learned = (await readLearned(db, id)).items.find((each) => each.of === 'rammed-density')!;
      const broken = await latestTest(db, id, 'green-compression');
      return [
        {
          id,
          name,
          total_kg: state.total_kg,
          density_kg_l: learned.value,
          green_kpa: broken ? (broken.result as { strength_kpa: number }).strength_kpa : null
        }
      ];
    })
  );
  return { flasks, sands: sands.flat(), given: Object.fromEntries(event.url.searchParams) };
});
