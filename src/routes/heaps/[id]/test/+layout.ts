import type { LayoutLoad } from './$types';
import { ON_LADDER } from '$lib/schema/query';
import { heapSubject } from '$lib/ui/bench/subject';
import { shortDate } from '$lib/ui/date/written-date';

/** What the tests below are made on: the heap, or with `?batch=` one batch of it; with `?ladder` they lead back there. */
export const load: LayoutLoad = async ({ parent, data, url }) => {
  const { heap: own, state } = await parent();
  // The window that its temper page names, so that one figure is not judged by two.
  const heap = { ...own, targets: { ...own.targets, moisture_percent: state.window_percent } };
  const batch = data.batch && { id: data.batch.id, name: `the batch of ${shortDate(data.batch.at)}` };
  return { subject: heapSubject(heap, batch, url.searchParams.has(ON_LADDER)) };
};
