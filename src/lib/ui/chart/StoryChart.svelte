<script lang="ts">
  /** Moisture, or clay, of a heap through time: band, tests as rings, entries as marks below. */
  import { onMount } from 'svelte';
  import { ApiProblem } from '$lib/ui/api-client';
  import Choice from '$lib/ui/field/Choice.svelte';
  import Chart from './Chart.svelte';
  import { percentAxis, timeAxis } from './axes';
  import { bandSeries, measuredSeries, windowArea } from './band';
  import { faded, type Palette } from './palette';
  import { fetchStory, type Story } from './story';
  import { percentTooltip } from './tooltip';
  import { thinnedBand, thinnedPoints, thins, type View } from './thinning';

  interface Props {
    heap_id: number;
    version: number;
    moisture: { min: number; max: number };
    clay: { min: number; max: number };
  }
  const { heap_id, version, moisture, clay }: Props = $props();

  let days = $state<'90' | '430' | null>('90');
  let what = $state<'moisture' | 'clay' | null>('moisture');
  let story = $state.raw<Story | null>(null);
  let problem = $state<string | null>(null);
  let mounted = $state(false);
  onMount(() => {
    mounted = true;
  });

  $effect(() => {
    void version;
    if (!mounted) return;
    void fetchStory(heap_id, Number(days)).then(
      (answer) => {
        story = answer;
        view = null;
      },
      (thrown) => (problem = thrown instanceof ApiProblem ? thrown.message : String(thrown))
    );
  });

  /** What is in view, once the story is too long to be moved whole. */
  let view = $state.raw<View | null>(null);
  const band = $derived((what === 'clay' ? story?.active_clay : story?.moisture) ?? []);
  const tests = $derived((what === 'clay' ? story?.clay_tests : story?.moisture_tests) ?? []);
  const long = $derived(band.length > 400 || tests.length > 400);

  const MARKS: Record<string, string> = {
    water: '+ water',
    mixed: '+ mix',
    poured: 'pour',
    discarded: '− out',
    dried: '− dried',
    bought: '+ sand',
    added: '+ added'
  };
  const window = $derived(what === 'clay' ? clay : moisture);

  function option(palette: Palette) {
    const shown = thinnedBand(band, view);
    const marks = (story?.marks ?? []).filter(([, kind]) => kind in MARKS);
    const top = Math.max(window.max * 1.25, ...shown.map((point) => point[1] * 1.1));
    // Drawn anew it must stay where it was moved to.
    const zoomed = view ? { startValue: view.from, endValue: view.to } : {};
    const colour = what === 'clay' ? palette.clay : palette.heat;
    const { range, line } = bandSeries('estimate', shown, colour);
    return {
      grid: { left: 44, right: 12, top: 14, bottom: 58 },
      tooltip: percentTooltip(palette),
      xAxis: timeAxis(palette),
      yAxis: percentAxis(palette, top),
      // Where there is nothing to move along there is no strip to move.
      dataZoom:
        band.length < 3
          ? []
          : [
              { type: 'inside', ...zoomed },
              {
                type: 'slider',
                ...zoomed,
                showDataShadow: !long,
                height: 18,
                bottom: 6,
                fillerColor: faded(palette.clay, 0.2),
                handleStyle: { color: palette.paper, borderColor: palette.soft },
                moveHandleStyle: { color: palette.rule },
                dataBackground: { lineStyle: { color: palette.rule }, areaStyle: { color: palette.rule } },
                selectedDataBackground: {
                  lineStyle: { color: palette.soft },
                  areaStyle: { color: palette.rule }
                },
                borderColor: palette.rule,
                textStyle: { color: palette.soft }
              }
            ],
      series: [
        range,
        { ...line, markArea: windowArea(window, palette) },
        measuredSeries('test', thinnedPoints(tests, view), palette),
        {
          name: 'entry',
          type: 'scatter',
          data: marks.map(([ms, kind]) => ({
            value: [ms, 0],
            name: MARKS[kind],
            itemStyle: { color: kind === 'water' ? palette.water : palette.soft }
          })),
          symbol: 'triangle',
          symbolSize: 8,
          tooltip: { formatter: (params: { name: string }) => params.name }
        }
      ]
    };
  }
</script>

<section class="story">
  <header>
    <h2>{what === 'clay' ? 'Active clay' : 'Moisture'}, {days === '90' ? '90 days' : '14 months'}</h2>
    <div class="switches">
      <Choice
        legend="What"
        options={[
          { value: 'moisture', name: 'Moisture' },
          { value: 'clay', name: 'Clay' }
        ]}
        bind:value={what}
      />
      <Choice
        legend="How long"
        options={[
          { value: '90', name: '90 days' },
          { value: '430', name: '14 months' }
        ]}
        bind:value={days}
      />
    </div>
  </header>
  {#if problem}<p class="wrong" role="alert">{problem}</p>{/if}
  <Chart
    label="{what === 'clay'
      ? 'Active clay'
      : 'Moisture'} of the heap through time, estimate with its range, tests as rings, the window shaded"
    height="17rem"
    {option}
    onview={(moved) => {
      if (long) view = moved;
    }}
  />
  {#if thins(tests, view)}
    <p class="soft small">More tests than can be told apart: zoom in to see each of them.</p>
  {/if}
</section>

<style>
  header {
    display: flex;
    flex-wrap: wrap;
    justify-content: space-between;
    align-items: center;
    gap: 0.5rem 1rem;
  }
  .switches {
    display: flex;
    flex-wrap: wrap;
    gap: 0.75rem;
  }
  .switches :global(legend) {
    position: absolute;
    width: 1px;
    height: 1px;
    overflow: hidden;
    clip-path: inset(50%);
  }
  .switches :global(.choices) {
    display: flex;
  }
</style>
