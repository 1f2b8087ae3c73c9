import { renewalDone } from '$lib/schema/renewal';
import { logRenewal } from '$lib/server/heap/renewal-done';
import { create, pathId } from '$lib/server/http/endpoint';

export const POST = create(
  renewalDone,
  (db, done, event) => logRenewal(db, pathId(event, 'id', 'heap'), done),
  ({ id }, event) => `/api/v1/heaps/${event.params.id}/entries/${id}`
);
