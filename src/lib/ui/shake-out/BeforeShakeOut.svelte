<script lang="ts">
  /** Shake out while nothing is poured: the molds that will be opened, and what to lay ready. */
  import Caution from '$lib/ui/caution/Caution.svelte';
  import { MOLD_STATE_WORDS } from '$lib/ui/mold/mold-words';
  import type { MoldState } from '$core/session/mold-life';

  interface Props {
    molds: readonly { id: number; number: number; name: string; state: MoldState }[];
    /** The page of the pour of this day. */
    pour: string;
  }
  const { molds, pour }: Props = $props();

  const READY = [
    'A bed of dry sand for hot castings, on ground that does not burn.',
    'Dry gloves, eye protection, and a hook or tongs.',
    'A riddle for the sand, and a bin with a lid for what burnt.',
    'A scale: cast metal and scrap, weighed, tell the yield.'
  ] as const;
</script>

<div class="grid gap-x-10 gap-y-8 desk:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
  <section class="stack" aria-labelledby="to-open">
    <h2 id="to-open">To be opened</h2>
    {#if molds.length > 0}
      <ul>
        {#each molds as mold (mold.id)}
          <li class="border-t border-(--rule) py-3 first:border-t-0">
            <a class="font-semibold" href="/mold/{mold.id}">Mold {mold.number}: {mold.name}</a>
            <span class="soft small">{MOLD_STATE_WORDS[mold.state]}</span>
          </li>
        {/each}
      </ul>
      <p>
        Nothing is poured yet. Pour first: <a href={pour}>the pour page</a> then counts down to the time each mold
        may be opened.
      </p>
    {:else}
      <p>No mold is on its way. <a href="/mold">Plan one</a>, and ram it.</p>
    {/if}
  </section>
  <section class="stack" aria-labelledby="lay-ready">
    <h2 id="lay-ready">Lay ready</h2>
    <ul class="list-disc pl-5">
      {#each READY as line (line)}<li class="py-1">{line}</li>{/each}
    </ul>
    <Caution name="dust" />
  </section>
</div>
