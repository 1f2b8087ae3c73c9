import { byWhoWorksHere } from '$lib/server/member/members';
import { renewalDone } from '$lib/schema/renewal';
import { logRenewal } from '$lib/server/heap/renewal-done';
import { create, pathId } from '$lib/server/http/endpoint';

export const POST = create(
  {
    summary: 'A renewal as it was carried out: both its entries, or neither',
    body: renewalDone,
    place: ({ id }, event) => `/api/v1/heaps/${event.params.id}/entries/${id}`
  },
  async (db, done, event) =>
    logRenewal(db, pathId(event, 'id', 'heap'), await byWhoWorksHere(db, event.locals.member, done))
);
