import type { Actions } from './$types';
import { newHeap } from '$lib/schema/heap';
import { createHeap } from '$lib/server/heap/heaps';
import { checkedBody, postedForm } from '$lib/server/http/posted';

export const actions: Actions = {
  /** A heap, posted without a script. */
  make: postedForm(
    (db, body) =>
      createHeap(db, checkedBody(newHeap, { ...body, system: body.binder === 'oil' ? 'oil' : 'water' })),
    (id) => `/heaps/${id}`
  )
};
