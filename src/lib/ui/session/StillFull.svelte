<script lang="ts">
  /** A casting day is to be over while sand stands in its molds: what becomes of each, before it is. */
  import { holdsSand, type MoldState } from '$core/session/mold-life';
  import { ApiProblem } from '$lib/ui/api-client';
  import { giveBack } from '$lib/ui/mold/give-back';
  import { MOLD_STATE_WORDS } from '$lib/ui/mold/mold-words';
  import { stagePage } from './stage-page';

  interface FullMold {
    id: number;
    state: MoldState;
    version: number;
    facing_heap_id: number | null;
    backing_heap_id: number | null;
  }
  interface Props {
    session_id: number;
    /** All molds of the day, in their order. */
    molds: readonly FullMold[];
    /** A mold was seen to: how the day stands is read anew. */
    onseen: () => void | Promise<void>;
    /** It is poured on another day. */
    onlater: () => void;
    onleave: () => void;
  }
  const { session_id, molds, onseen, onlater, onleave }: Props = $props();
  let busy = $state(false);
  let trouble = $state<string | null>(null);
  const full = $derived(
    molds.map((mold, i) => ({ mold, number: i + 1 })).filter(({ mold }) => holdsSand(mold.state))
  );

  async function back(mold: FullMold) {
    busy = true;
    trouble = null;
    const heaps = [mold.facing_heap_id, mold.backing_heap_id].filter((id) => id !== null);
    try {
      await giveBack(session_id, mold, heaps, 'it was not poured', 'a mold given up');
      await onseen();
    } catch (thrown) {
      if (!(thrown instanceof ApiProblem)) throw thrown;
      trouble = thrown.message;
    } finally {
      busy = false;
    }
  }
</script>

<section class="ticket grid gap-3" aria-label="Before it is over">
  <h3>Sand still stands in {full.length === 1 ? 'a mold' : `${full.length} molds`}</h3>
  <ul class="ruled">
    {#each full as { mold, number } (mold.id)}
      <li class="flex flex-wrap items-center justify-between gap-x-3 gap-y-1 py-1.5">
        <a href="/mold/{mold.id}" class="inline-flex min-h-12 items-center"
          >Mold {number}: {MOLD_STATE_WORDS[mold.state]}</a
        >
        {#if mold.state === 'poured'}
          <a class="quiet" href={stagePage('/shake-out', session_id, mold.id)}>Shake it out</a>
        {:else}
          <button type="button" class="quiet" disabled={busy} onclick={() => back(mold)}
            >Give its sand back</button
          >
        {/if}
      </li>
    {/each}
  </ul>
  {#if trouble}<p class="wrong" role="alert">{trouble}</p>{/if}
  <p class="row">
    <button type="button" class="quiet" onclick={onlater}>Pour on another day</button>
    <button type="button" class="quiet" onclick={onleave}>Not over yet</button>
  </p>
</section>
