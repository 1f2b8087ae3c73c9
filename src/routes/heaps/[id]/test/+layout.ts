import type { LayoutLoad } from './$types';
import { ON_LADDER, heapSubject } from '$lib/ui/bench/subject';
import { shortDate } from '$lib/ui/ledger/entry-words';

/** What the tests below are made on: the heap, or with `?batch=` one batch of it; with `?ladder` they lead back there. */
export const load: LayoutLoad = async ({ parent, data, url }) => {
  const { heap } = await parent();
  const batch = data.batch && { id: data.batch.id, name: `the batch of ${shortDate(data.batch.at)}` };
  return { members: data.members, subject: heapSubject(heap, batch, url.searchParams.has(ON_LADDER)) };
};
