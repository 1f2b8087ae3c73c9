import { outbox } from '$lib/ui/outbox/outbox.svelte';
import { readAnew } from '$lib/ui/read-anew';
import { told } from '$lib/ui/toast/toaster';
import { strike, wrote, type LoggedEntry } from './log-entry';

/**
 * Writes entries that belong together, and offers to undo them together.
 *
 * @throws ApiProblem when one is refused; those before it stay
 */
export async function logEntries(heap_id: number, bodies: readonly object[], words: string): Promise<void> {
  const collection = `/heaps/${heap_id}/entries`;
  const records: string[] = [];
  for (const body of bodies) {
    const { id } = await outbox.post<LoggedEntry>(collection, body, words);
    records.push(`${collection}/${id}`);
  }
  wrote();
  told(`Logged: ${words}`, () => strike(...records));
  await readAnew();
}
