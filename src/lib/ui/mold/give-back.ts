import { nowIso } from '$core/time/now';
import type { MoldState } from '$core/session/mold-life';
import { api } from '../api-client';
import { zone } from '../field/record-form.svelte';
import { outbox } from '../outbox/outbox.svelte';
import { readAnew } from '../read-anew';
import { told } from '../toast/toaster';

/**
 * Gives a mold up that was never poured: its sand goes back into its heaps, and why is kept.
 *
 * @param heaps whose sand is in it; none while none was drawn
 * @param name of what was done, for the journal
 * @throws ApiProblem where it is refused
 */
export async function giveBack(
  session_id: number,
  mold: { id: number; state: MoldState; version: number },
  heaps: readonly number[],
  because: string,
  name: string
): Promise<void> {
  if (heaps.length === 0) {
    await outbox.amend(
      `/sessions/${session_id}/molds/${mold.id}`,
      mold,
      { broken_because: because, state: 'broken' },
      name
    );
    return readAnew();
  }
  const at = nowIso();
  const act = await outbox.post<{ id: number }>(
    '/acts',
    {
      name,
      entries: [...new Set(heaps)].map((heap_id) => ({
        heap_id,
        kind: 'returned',
        at,
        zone: zone(),
        session_id,
        mold_id: mold.id
      })),
      molds: [{ id: mold.id, state: 'broken', broken_because: because }]
    },
    name
  );
  told('Its sand is back in the heap.', async () => {
    await api('POST', `/acts/${act.id}/undo`);
    await readAnew();
  });
  await readAnew();
}
