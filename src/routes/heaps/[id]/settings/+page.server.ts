import type { Actions } from './$types';
import { heapChange } from '$lib/schema/heap';
import { amendHeap } from '$lib/server/heap/heaps';
import { pathId } from '$lib/server/http/endpoint';
import { checkedBody, postedForm } from '$lib/server/http/posted';

/** Windows as they were posted: one of which nothing was filled in is the handbook's. */
function ownWindows(targets: unknown): Record<string, object> | null {
  const filled = Object.entries((targets ?? {}) as Record<string, object>).filter(
    ([, window]) => Object.keys(window).length > 0
  );
  return filled.length > 0 ? Object.fromEntries(filled) : null;
}

export const actions: Actions = {
  /** Name, container, scale and windows, posted without a script. */
  write: postedForm(
    (db, body, event) => {
      const change = checkedBody(heapChange, { ...body, targets: ownWindows(body.targets) });
      return amendHeap(db, pathId(event, 'id', 'heap'), change);
    },
    (_, { params }) => `/heaps/${params.id}`
  )
};
