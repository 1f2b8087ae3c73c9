import type { ComponentProps } from 'svelte';
import { holdsSand } from '$core/session/mold-life';
import { ApiProblem, amend, api } from '$lib/ui/api-client';
import { outbox } from '$lib/ui/outbox/outbox.svelte';
import { readAnew } from '$lib/ui/read-anew';
import { told } from '$lib/ui/toast/toaster';
import type StillFull from './StillFull.svelte';

type Molds = ComponentProps<typeof StillFull>['molds'];

/**
 * Ends a casting day; that is told, and can be taken back. Out of reach of the server it waits in the outbox, and is refused
 * later where sand still stands in a mold.
 *
 * @returns its molds where sand stands in one: then the day is as it was
 */
export async function endDay(
  seen: { id: number; stage: string; version: number },
  name: string
): Promise<Molds | null> {
  const where = `/sessions/${seen.id}`;
  let { version } = seen;
  try {
    const day = await api<{ molds: Molds; version: number }>('GET', where);
    if (day.molds.some(({ state }) => holdsSand(state))) return day.molds;
    version = day.version;
  } catch (thrown) {
    if (!(thrown instanceof ApiProblem) || thrown.status !== 0) throw thrown;
  }
  const ended = await outbox.amend(where, { ...seen, version }, { stage: 'done' }, `${name} is over`);
  told(`${name} is over.`, async () => {
    await amend(where, ended, { stage: seen.stage });
    await readAnew();
  });
  await readAnew();
  return null;
}
