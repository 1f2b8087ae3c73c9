import type { Actions, PageServerLoad } from './$types';
import { TEST_NAMES } from '$core/heap/names';
import { newSession } from '$lib/schema/session';
import { readStates } from '$lib/server/heap/heap-state';
import type { HeapTestKind } from '$core/bench/bench-tests';
import { listTests } from '$lib/server/heap/tests';
import { listHeaps } from '$lib/server/heap/heaps';
import { pageLoad } from '$lib/server/http/guard';
import { checkedBody, postedForm } from '$lib/server/http/posted';
import { beforeCasting } from '$lib/server/casting/before-casting';
import { alsoOpen, nextCasting } from '$lib/server/casting/next-casting';
import { stepsAhead } from '$lib/server/plan/schedule';
import { createSession } from '$lib/server/session/sessions';

/** Steps of a plan on the Bench; the others are on its page. */
const STEPS_SHOWN = 5;

export const load: PageServerLoad = pageLoad(async (db) => {
  const [heaps, states, casting, open] = await Promise.all([
    listHeaps(db),
    readStates(db),
    nextCasting(db),
    alsoOpen(db)
  ]);
  const tested = await Promise.all(
    heaps.map(async ({ id }) =>
      // One that cannot be read has no tests either.
      states.get(id)?.state ? ((await listTests(db, id, { limit: 1 })).items[0] ?? null) : null
    )
  );
  return {
    also_open: open.map(({ id, name, heap_id }) => ({
      id,
      name,
      href: heap_id === null ? `/sessions/${id}` : `/heaps/${heap_id}/recondition`
    })),
    errands: casting ? await beforeCasting(db, casting.at) : [],
    // A plan holds the errands, and says whose they are.
    ahead: casting ? await stepsAhead(db, casting.id, STEPS_SHOWN) : null,
    // A heap that was taken off the bench just now is in one list and not in the other.
    heaps: heaps.flatMap((heap, i) => {
      const found = states.get(heap.id);
      const last = tested[i] && { name: TEST_NAMES[tested[i].kind as HeapTestKind], at: tested[i].at };
      return found ? [{ heap, last_test: last ?? null, ...found }] : [];
    })
  };
});

export const actions: Actions = {
  /** A casting day, posted without a script. */
  casting: postedForm(
    (db, body) => createSession(db, checkedBody(newSession, body)),
    () => '/'
  )
};
