<script lang="ts">
  /** Asks what the ledger does not tell: the readings fit another story better. */
  import { massText, percentText } from '$core/quantity/display';
  import { COVER_NAMES } from '$core/heap/state/drying';
  import type { Container } from '$core/heap/state/container';
  import type { UntoldStory } from '$lib/schema/heap-state';
  import { ApiProblem } from '$lib/ui/api-client';
  import { shortDate } from '$lib/ui/date/written-date';
  import { logEntries } from '$lib/ui/entry/log-entries';
  import { units } from '$lib/ui/preferences';

  interface Props {
    heap_id: number;
    untold: UntoldStory;
  }
  const { heap_id, untold }: Props = $props();

  let busy = $state(false);
  let trouble = $state<string | null>(null);
  async function answer(entries: [at: string, container: Container][], words: string) {
    busy = true;
    trouble = null;
    try {
      await logEntries(
        heap_id,
        entries.map(([at, container]) => ({ kind: 'moved', at, container })),
        words
      );
    } catch (thrown) {
      if (!(thrown instanceof ApiProblem)) throw thrown;
      trouble = thrown.message;
    } finally {
      busy = false;
    }
  }
</script>

<section class="untold small" aria-label="What the ledger may not tell">
  {#if untold.suspect === 'less-clay' || untold.suspect === 'more-clay'}
    {@const less = untold.suspect === 'less-clay'}
    <p>
      <strong>Is there {less ? 'less' : 'more'} clay in it than you logged?</strong>
      It feels {less ? 'wetter' : 'drier'} than its water says. About {percentText(
        untold.likely_percent / 100,
        1
      )} active clay would explain that; now it counts as {percentText(untold.told_percent / 100, 1)}.
    </p>
    <p class="row">
      <a class="quiet" href="/heaps/{heap_id}/test/methylene-blue">Test the clay with methylene blue</a>
      <a class="quiet" href="/heaps/{heap_id}/test/clay-wash">Wash the clay out of a spoonful</a>
    </p>
  {:else if untold.suspect === 'sand-gone'}
    <p>
      <strong>Is it still {massText(untold.told_kg, units())}?</strong>
      Water changes it more than it should. About {massText(untold.likely_kg, units())} would explain that.
    </p>
    <p class="row">
      <a class="quiet" href="/heaps/{heap_id}/log?kind=weighed">Weigh the whole heap</a>
      <a class="quiet" href="/heaps/{heap_id}/log?kind=spilled">Log what was spilled</a>
    </p>
  {:else if untold.suspect === 'stood-open'}
    {@const { from, to, container } = untold}
    <p>
      <strong>Did it stand open from {shortDate(from)} to {shortDate(to)}?</strong>
      It dried as an open heap does. You logged: {COVER_NAMES[container.cover]}.
    </p>
    <p class="row">
      <button
        type="button"
        class="quiet"
        disabled={busy}
        onclick={() =>
          answer(
            [
              [from, { ...container, cover: 'open' }],
              [to, container]
            ],
            `open from ${shortDate(from)} to ${shortDate(to)}`
          )}>Log that it stood open</button
      >
      <button
        type="button"
        class="quiet"
        disabled={busy}
        onclick={() => answer([[from, container]], `${COVER_NAMES[container.cover]} all the time`)}
        >Log that it was covered</button
      >
    </p>
    {#if trouble}<p class="wrong" role="alert">{trouble}</p>{/if}
  {/if}
</section>

<style>
  .untold {
    display: grid;
    gap: 0.5rem;
  }
</style>
