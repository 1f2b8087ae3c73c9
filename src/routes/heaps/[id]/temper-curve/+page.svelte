<script lang="ts">
  import { rounded } from '$core/quantity/rounded';
  import { readAnew } from '$lib/ui/read-anew';
  import { fixed, inUnits } from '$core/quantity/display';
  import { units } from '$lib/ui/preferences';
  import { goto } from '$app/navigation';
  import { ApiProblem, amend } from '$lib/ui/api-client';
  import TemperLadder from '$lib/ui/bench/TemperLadder.svelte';
  import TemperCurveChart from '$lib/ui/chart/TemperCurveChart.svelte';
  import { told, warned } from '$lib/ui/toast/toaster';
  import Ticket from '$lib/ui/page/Ticket.svelte';

  const { data } = $props();
  const heap = $derived(data.heap);
  const ladder = $derived(data.ladder);
  const temper = $derived(ladder.temper_moisture_percent);
  /** Half the window that a hand can hit around the temper moisture, %. */
  const REACH = 0.4;
  const own = $derived(heap.targets.moisture_percent.source !== 'handbook');

  async function adopt() {
    if (temper === null) return;
    const before = heap.targets;
    const moisture_percent = {
      min: rounded(temper - REACH, 2),
      max: rounded(temper + REACH, 2)
    };
    const clay = before.active_clay_percent;
    const keepClay =
      clay.source === 'handbook' ? {} : { active_clay_percent: { min: clay.min, max: clay.max } };
    const where = `/heaps/${heap.id}`;
    let aimed: { version: number };
    try {
      aimed = await amend(where, heap, { targets: { moisture_percent, ...keepClay } });
    } catch (thrown) {
      if (!(thrown instanceof ApiProblem)) throw thrown;
      warned(thrown.message);
      return;
    }
    told(`${heap.name} now aims for ${fixed(temper, 1)} %.`, async () => {
      const back =
        before.moisture_percent.source === 'handbook'
          ? {}
          : { moisture_percent: { min: before.moisture_percent.min, max: before.moisture_percent.max } };
      const targets = { ...back, ...keepClay };
      await amend(where, aimed, { targets: Object.keys(targets).length > 0 ? targets : null });
      await readAnew();
    });
    await goto(`/heaps/${heap.id}`, { invalidateAll: true });
  }
</script>

<svelte:head><title>Temper curve · {heap.name} · Brunkel</title></svelte:head>

<div class="columns">
  <div class="stack">
    <header>
      <h1>Temper curve of {heap.name}</h1>
      <p class="soft small"><a href="/heaps/{heap.id}">Back to {heap.name}</a></p>
    </header>
    {#if ladder.points.length > 0}
      <TemperCurveChart
        label="Compactability and strength of {heap.name} against moisture: points, and fits with their ranges"
        points={ladder.points}
        strength={ladder.strength_kpa}
        compactability={ladder.compactability_percent}
        window={ladder.target_compactability_percent}
        {temper}
      />
      <p class="soft small">
        Blue, with rings: compactability. Red, with diamonds: strength. Each point stands at the moisture
        believed when it was taken. The shading along a line holds it nine times in ten; the level band is the
        compactability to ram at.
      </p>
    {:else}
      <p>
        No points yet. Before there are tests, the handbook window stands: {fixed(
          data.state.window_percent.min,
          1
        )} to {fixed(data.state.window_percent.max, 1)} %.
      </p>
    {/if}
  </div>
  <div class="stack">
    <Ticket title="Where to ram it">
      {#if temper !== null}
        <p class="value">{fixed(temper, 1)} <span>% water</span></p>
        {#if ladder.temper_interval}
          <p class="small">
            Nine times in ten it lies between {fixed(ladder.temper_interval[0]!, 1)} and {fixed(
              ladder.temper_interval[1]!,
              1
            )} %.
          </p>
        {/if}
        {#if ladder.peak}
          <p class="small">
            Strongest at {fixed(ladder.peak.moisture_percent, 1)} % ({fixed(ladder.peak.interval[0]!, 1)} to {fixed(
              ladder.peak.interval[1]!,
              1
            )}), {inUnits(`${fixed(ladder.peak.strength_kpa, 0)} kPa`, units())}.
          </p>
        {/if}
        <button class="act" type="button" onclick={adopt}>Aim for {fixed(temper, 1)} %</button>
      {:else}
        <p class="soft">Two points of compactability, or three of strength, place it.</p>
      {/if}
      {#each ladder.findings as finding (finding)}<p class="small">{finding}</p>{/each}
      <p class="small soft">
        {own
          ? `Your own window now: ${heap.targets.moisture_percent.min} to ${heap.targets.moisture_percent.max} %.`
          : 'The handbook window stands now.'}
      </p>
    </Ticket>
  </div>
</div>
<div class="ladder"><TemperLadder heap_id={heap.id} climb={ladder.climb} /></div>

<style>
  .ladder {
    margin-top: 1.5rem;
    max-width: 45rem;
  }
  .value {
    font-family: var(--display);
    font-size: 3rem;
    font-weight: 700;
    line-height: 1;
  }
  .value span {
    font-size: 1.2rem;
  }
</style>
