<script lang="ts">
  import { readAnew } from '$lib/ui/read-anew';
  import { nowIso } from '$core/time/now';
  /** A mold that broke as its pattern was drawn: the likely cause, and its sand back in the heaps. */
  import type { MoldState } from '$core/session/mold-life';
  import { BREAKAGES, likelyBreakages, type Breakage } from '$core/mold/ramming-steps';
  import { api, ApiProblem, amend } from '$lib/ui/api-client';
  import { zone } from '$lib/ui/field/record-form.svelte';
  import { outbox } from '$lib/ui/outbox/outbox.svelte';
  import { told } from '$lib/ui/toast/toaster';
  import { BREAKAGE_ADVICE } from './mold-words';

  interface Props {
    session_id: number;
    mold: { id: number; state: MoldState; broken_because: string | null; version: number };
    /** Heaps whose sand is in it; none while none was drawn. */
    heaps: readonly number[];
    known: Parameters<typeof likelyBreakages>[0];
  }
  const { session_id, mold, heaps, known }: Props = $props();
  let open = $state(false);
  let busy = $state(false);
  let trouble = $state<string | null>(null);
  const causes = $derived(likelyBreakages(known));

  async function log(cause: Breakage) {
    busy = true;
    trouble = null;
    const at = nowIso();
    try {
      if (heaps.length > 0) {
        const act = await outbox.post<{ id: number }>(
          '/acts',
          {
            name: 'a mold broke',
            entries: [...new Set(heaps)].map((heap_id) => ({
              heap_id,
              kind: 'returned',
              at,
              zone: zone(),
              session_id,
              mold_id: mold.id
            })),
            molds: [{ id: mold.id, state: 'broken', broken_because: BREAKAGES[cause] }]
          },
          'a mold that broke'
        );
        told('Its sand is back in the heap.', async () => {
          await api('POST', `/acts/${act.id}/undo`);
          await readAnew();
        });
      } else
        await amend(`/sessions/${session_id}/molds/${mold.id}`, mold, {
          broken_because: BREAKAGES[cause],
          state: 'broken'
        });
      open = false;
      await readAnew();
    } catch (thrown) {
      if (!(thrown instanceof ApiProblem)) throw thrown;
      trouble = thrown.message;
    } finally {
      busy = false;
    }
  }
</script>

{#if !open}
  <p><button type="button" class="quiet" onclick={() => (open = true)}>It broke</button></p>
{:else}
  <section class="grid gap-2" aria-label="Why it broke">
    <h2>Why did it break?</h2>
    <p class="small soft">Likeliest first, by what is known of today. Its sand goes back into the heap.</p>
    <ul class="ruled">
      {#each causes as cause (cause)}
        <li>
          <button
            type="button"
            class="grid min-h-12 w-full cursor-pointer gap-0.5 py-2 text-left hover:bg-(--sunk)"
            disabled={busy}
            onclick={() => log(cause)}
            ><strong>{BREAKAGES[cause]}</strong><span class="soft small">{BREAKAGE_ADVICE[cause]}</span
            ></button
          >
        </li>
      {/each}
    </ul>
    {#if trouble}<p class="wrong" role="alert">{trouble}</p>{/if}
    <p><button type="button" class="quiet" onclick={() => (open = false)}>It did not break</button></p>
  </section>
{/if}
