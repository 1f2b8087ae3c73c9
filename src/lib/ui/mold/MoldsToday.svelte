<script lang="ts">
  /** Which molds a heap makes today of the castings that are wanted: asked of the server, which tries them all. */
  import { massText } from '$core/quantity/display';
  import { api, ApiProblem } from '$lib/ui/api-client';
  import { units } from '$lib/ui/preferences';
  import WorkProgress from '$lib/ui/work/WorkProgress.svelte';
  import { LongWork } from '$lib/ui/work/long-work.svelte';

  interface Props {
    heap: { id: number; name: string };
    wanted: readonly { pattern_id: number; count: number }[];
    metal: string;
    patterns: ReadonlyMap<number, string>;
    flasks: ReadonlyMap<number, string>;
    /** Takes one of the molds to be planned. */
    ontake: (mold: { flask_id: number; patterns: { pattern_id: number; count: number }[] }) => void;
  }
  const { heap, wanted, metal, patterns, flasks, ontake }: Props = $props();
  interface Answer {
    molds: { flask_id: number; patterns: { pattern_id: number; count: number }[]; sand_kg: number }[];
    sand_kg: number;
    left_kg: number;
    makes: { pattern_id: number; wanted: number; made: number }[];
    new_sand_kg: number | null;
  }
  let answer = $state.raw<Answer | null>(null);
  const work = new LongWork();
  let busy = $state(false);
  let trouble = $state<string | null>(null);
  const mass = (kg: number) => massText(kg, units());
  const short = $derived((answer?.makes ?? []).filter(({ wanted: of, made }) => made < of));

  $effect(() => {
    void [heap.id, JSON.stringify(wanted), metal];
    answer = null;
  });

  async function ask() {
    busy = true;
    trouble = null;
    try {
      answer = await work.follow((how) =>
        api<Answer>('POST', `/heaps/${heap.id}/molds-today`, { metal, wanted }, how)
      );
    } catch (thrown) {
      if (!(thrown instanceof ApiProblem)) throw thrown;
      trouble = thrown.message;
    } finally {
      busy = false;
    }
  }
</script>

<section class="grid gap-3" aria-label="Molds today">
  <h2>How many of them today?</h2>
  {#if !answer}
    <p class="small soft">
      All castings above in the fewest rammings that the flasks and {heap.name} allow, several sorts in a mold too.
    </p>
    <p>
      <button type="button" class="quiet" onclick={ask} disabled={busy || wanted.length === 0}
        >{busy ? 'Trying every mold …' : 'Work it out'}</button
      >
    </p>
    <WorkProgress progress={work.progress} onstop={() => work.stop()} />
  {:else if answer.molds.length === 0}
    <p>None of your flasks takes these with the sand you have.</p>
  {:else}
    <ul class="ruled">
      {#each answer.molds as mold, i (i)}
        <li class="flex flex-wrap items-center justify-between gap-x-4 gap-y-1 py-2">
          <span
            ><strong>{flasks.get(mold.flask_id)}</strong>: {mold.patterns
              .map(({ pattern_id, count }) => `${count} × ${patterns.get(pattern_id)}`)
              .join(', ')}
            <span class="soft">· {mass(mold.sand_kg)} of sand</span></span
          >
          <button type="button" class="quiet" onclick={() => ontake(mold)}>Plan this one</button>
        </li>
      {/each}
    </ul>
    <p>
      {answer.molds.length}
      {answer.molds.length === 1 ? 'ramming' : 'rammings'}, {mass(answer.sand_kg)} of sand;
      {mass(answer.left_kg)} of {heap.name} is left.
      {#if short.length > 0}
        <strong
          >{short
            .map(({ pattern_id, wanted: of, made }) => `${of - made} of ${patterns.get(pattern_id)}`)
            .join(', ')}
          {short.length === 1 && short[0]!.wanted - short[0]!.made === 1 ? 'waits' : 'wait'} for another day.</strong
        >
        {answer.new_sand_kg === null
          ? 'More sand would not do: the flasks are all full.'
          : `${mass(answer.new_sand_kg)} of new sand would do for all.`}
      {/if}
    </p>
  {/if}
  {#if trouble}<p class="wrong" role="alert">{trouble}</p>{/if}
</section>
