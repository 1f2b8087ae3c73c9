<script lang="ts">
  /** Moisture, or clay, of two heaps through one time: the first a full line, the second a dashed one. */
  import { onMount } from 'svelte';
  import { ApiProblem } from '$lib/ui/api-client';
  import Choice from '$lib/ui/field/Choice.svelte';
  import Chart from './Chart.svelte';
  import { bandSeries, measuredSeries } from './band';
  import type { Palette } from './palette';
  import { fetchStory, type Story } from './story';
  import { percentAxis, timeAxis } from './axes';
  import { percentTooltip } from './tooltip';

  const { heaps }: { heaps: readonly { id: number; name: string; version: number }[] } = $props();

  const DAYS = 430;
  let what = $state<'moisture' | 'clay' | null>('moisture');
  let stories = $state.raw<Story[]>([]);
  let problem = $state<string | null>(null);
  let mounted = $state(false);
  onMount(() => {
    mounted = true;
  });

  $effect(() => {
    if (!mounted) return;
    const asked = heaps.map(({ id }) => id);
    void Promise.all(asked.map((id) => fetchStory(id, DAYS))).then(
      (answers) => {
        // The heaps may have been changed meanwhile: only the last question counts.
        if (asked.every((id, i) => heaps[i]?.id === id)) stories = answers;
      },
      (thrown) => (problem = thrown instanceof ApiProblem ? thrown.message : String(thrown))
    );
  });

  function option(palette: Palette) {
    const series = stories.flatMap((story, i) => {
      const points = what === 'clay' ? story.active_clay : story.moisture;
      const tests = what === 'clay' ? story.clay_tests : story.moisture_tests;
      const colour = i === 0 ? palette.heat : palette.ink;
      const { range, line } = bandSeries(heaps[i]?.name ?? '', points, colour, { dashed: i > 0 });
      return [range, line, measuredSeries(`tests of ${heaps[i]?.name}`, tests, palette)];
    });
    const tops = stories.flatMap((story) =>
      (what === 'clay' ? story.active_clay : story.moisture).map((point) => point[1] * 1.25)
    );
    return {
      grid: { left: 44, right: 12, top: 14, bottom: 30 },
      tooltip: percentTooltip(palette),
      xAxis: timeAxis(palette),
      yAxis: percentAxis(palette, Math.max(1, ...tops)),
      dataZoom: [{ type: 'inside' }],
      series
    };
  }
</script>

<section class="stack">
  <header>
    <h2>{what === 'clay' ? 'Active clay' : 'Moisture'} of both, 14 months</h2>
    <Choice
      legend="What"
      options={[
        { value: 'moisture', name: 'Moisture' },
        { value: 'clay', name: 'Clay' }
      ]}
      bind:value={what}
    />
  </header>
  {#if problem}<p class="wrong" role="alert">{problem}</p>{/if}
  <Chart
    label="{what === 'clay' ? 'Active clay' : 'Moisture'} of {heaps
      .map(({ name }) => name)
      .join(' and ')} through 14 months, estimates with their range, tests as rings"
    height="17rem"
    {option}
  />
</section>

<style>
  header {
    display: flex;
    flex-wrap: wrap;
    justify-content: space-between;
    align-items: end;
    gap: 0.5rem 1rem;
  }
  header :global(.choices) {
    display: flex;
  }
</style>
