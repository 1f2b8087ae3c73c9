import { api } from '$lib/ui/api-client';
import { outbox } from '$lib/ui/outbox/outbox.svelte';
import { readAnew } from '$lib/ui/read-anew';
import { told } from '$lib/ui/toast/toaster';
import { strike, wrote, type LoggedEntry } from './log-entry';

/**
 * Writes entries that belong together, and offers to undo them together.
 *
 * @throws ApiProblem when one is refused; none of them stays then
 */
export async function logEntries(heap_id: number, bodies: readonly object[], words: string): Promise<void> {
  const collection = `/heaps/${heap_id}/entries`;
  // The first is heard of while the second is on its way.
  wrote();
  // All of them wait together where the server is out of reach: half of it, after a reload, would be another story.
  const sent = await Promise.allSettled(
    bodies.map((body) => outbox.post<LoggedEntry>(collection, body, words))
  );
  const records = sent.flatMap((each) =>
    each.status === 'fulfilled' ? [`${collection}/${each.value.id}`] : []
  );
  const refused = sent.find((each) => each.status === 'rejected');
  if (refused) {
    for (const record of records.reverse()) await api('DELETE', record).catch(() => undefined);
    throw refused.reason as Error;
  }
  wrote();
  told(`Logged: ${words}`, () => strike(...records));
  await readAnew();
}
