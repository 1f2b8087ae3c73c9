<script lang="ts">
  /** When a mold could be opened, as its heat is worked out beside the page. */
  import Explained from '$lib/ui/figure/Explained.svelte';
  import { Progress } from '@skeletonlabs/skeleton-svelte';
  import { massText, temperatureText } from '$core/quantity/display';
  import { units } from '$lib/ui/preferences';
  import type { OpeningOf } from './heat-run.svelte';
  import { PART_WORDS, waitText } from './pour-words';

  interface Props {
    after: OpeningOf | null;
    done: number | null;
    trouble: string | null;
    known: boolean;
    /** This device worked it out while the server was out of reach. */
    roughly: boolean;
    /** Castings of this metal come out below this, °C. */
    shake_out_c: number;
  }
  const { after, done, trouble, known, roughly, shake_out_c }: Props = $props();
  const time = (s: number | null) => (s === null ? 'later than three days' : waitText(s));
  const rows = $derived(
    after
      ? [
          { what: 'all of it solid', s: after.solid_s },
          { what: 'open it after', s: after.open_s },
          { what: `under ${temperatureText(60, units())}, by hand`, s: after.by_hand_s }
        ]
      : []
  );
</script>

<div class="grid min-h-28 content-start gap-2" aria-live="polite" aria-busy={done !== null}>
  {#if !known}
    <p class="soft small">
      When it can be opened is not known: its flask, its patterns or its sand are not said, or it cannot be
      gated.
    </p>
  {:else if trouble}
    <p class="wrong">{trouble}</p>
  {:else if after}
    <dl class="grid grid-cols-3 gap-2 {done === null ? '' : 'opacity-60'}">
      {#each rows as { what, s } (what)}
        <div>
          <dt class="soft small">{what}</dt>
          <dd><Explained of="formula-solidification" class="text-lg">{time(s)}</Explained></dd>
        </div>
      {/each}
    </dl>
    <p class="soft small">
      {roughly ? 'A rough estimate: Brunkel is out of reach. ' : 'An estimate. '}{PART_WORDS[after.last]} is solid
      last.
      {#if after.likely_s !== null && after.open_s !== null && after.likely_s < after.open_s}
        The casting is likely below {temperatureText(shake_out_c, units())} after {waitText(after.likely_s)};
        hotter metal or thin sand takes the longer time.
      {/if}
      People usually wait {waitText(after.people_s)} with work of this mass. About {massText(
        after.spent_kg,
        units()
      )} of sand burns,
      {massText(after.steam_kg, units())} of water leaves as steam and {massText(after.condensed_kg, units())} goes
      into the sand behind.
    </p>
  {/if}
  {#if done !== null}
    <Progress value={Math.round(100 * done)} max={100}>
      <Progress.Label class="soft small">Working out how the heat goes</Progress.Label>
      <Progress.Track class="h-1.5 rounded-full bg-(--rule)"
        ><Progress.Range class="h-full rounded-full bg-(--heat-ground)" /></Progress.Track
      >
    </Progress>
  {/if}
</div>
