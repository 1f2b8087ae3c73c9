<script lang="ts">
  /** A mold that broke as its pattern was drawn: the likely cause, and its sand back in the heaps. */
  import type { MoldState } from '$core/session/mold-life';
  import { BREAKAGES, likelyBreakages, type Breakage } from '$core/mold/ramming-steps';
  import { ApiProblem } from '$lib/ui/api-client';
  import { giveBack } from './give-back';
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
    try {
      await giveBack(session_id, mold, heaps, BREAKAGES[cause], 'a mold broke');
      open = false;
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
