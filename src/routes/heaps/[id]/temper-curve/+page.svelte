<script lang="ts">
  import { goto, invalidateAll } from '$app/navigation';
  import { api, ApiProblem } from '$lib/ui/api-client';
  import Chart from '$lib/ui/chart/Chart.svelte';
  import { measuredSeries, windowArea } from '$lib/ui/chart/band';
  import type { Palette } from '$lib/ui/chart/palette';
  import { tooltip } from '$lib/ui/chart/tooltip';
  import { told, warned } from '$lib/ui/frame/toaster';
  import Ticket from '$lib/ui/temper/Ticket.svelte';

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
      min: Number((temper - REACH).toFixed(2)),
      max: Number((temper + REACH).toFixed(2))
    };
    const clay = before.active_clay_percent;
    const keepClay =
      clay.source === 'handbook' ? {} : { active_clay_percent: { min: clay.min, max: clay.max } };
    try {
      await api('PATCH', `/heaps/${heap.id}`, {
        targets: { moisture_percent, ...keepClay },
        version: heap.version
      });
    } catch (thrown) {
      if (!(thrown instanceof ApiProblem)) throw thrown;
      warned(thrown.message);
      return;
    }
    told(`${heap.name} now aims for ${temper.toFixed(1)} %.`, async () => {
      const back =
        before.moisture_percent.source === 'handbook'
          ? {}
          : { moisture_percent: { min: before.moisture_percent.min, max: before.moisture_percent.max } };
      const targets = { ...back, ...keepClay };
      await api('PATCH', `/heaps/${heap.id}`, { targets: Object.keys(targets).length > 0 ? targets : null });
      await invalidateAll();
    });
    await goto(`/heaps/${heap.id}`, { invalidateAll: true });
  }

  function option(palette: Palette) {
    const moistures = ladder.points.map((point) => point.moisture_percent);
    const low = Math.max(0, Math.min(...moistures, data.state.window_percent.min) - 0.6);
    const high = Math.max(...moistures, data.state.window_percent.max) + 0.6;
    const sweep = Array.from({ length: 41 }, (_, i) => low + ((high - low) * i) / 40);
    const strength = ladder.strength_fit;
    const compact = ladder.compactability_fit;
    const pairs = (pick: (point: (typeof ladder.points)[number]) => number | null) =>
      ladder.points.flatMap((point) =>
        pick(point) === null ? [] : [[point.moisture_percent, pick(point)!] as const]
      );
    const axis = (name: string, position: 'left' | 'right') => ({
      type: 'value',
      name,
      position,
      min: 0,
      nameTextStyle: { color: palette.soft },
      axisLabel: { color: palette.soft },
      splitLine: { show: position === 'left', lineStyle: { color: palette.rule } }
    });
    return {
      grid: { left: 44, right: 48, top: 34, bottom: 44 },
      tooltip: tooltip(palette, 'item'),
      xAxis: {
        type: 'value',
        name: 'moisture %',
        nameLocation: 'middle',
        nameGap: 28,
        min: Number(low.toFixed(1)),
        max: Number(high.toFixed(1)),
        axisLabel: { color: palette.soft },
        nameTextStyle: { color: palette.soft },
        splitLine: { show: false }
      },
      yAxis: [axis('compactability %', 'left'), axis('strength kPa', 'right')],
      series: [
        {
          type: 'line',
          name: 'compactability fit',
          symbol: 'none',
          data: compact ? sweep.map((w) => [w, 100 * (compact[0] + (compact[1] * w) / 100)]) : [],
          lineStyle: { color: palette.water },
          markArea: windowArea(ladder.target_compactability_percent, palette),
          markLine:
            temper === null
              ? undefined
              : {
                  silent: true,
                  symbol: 'none',
                  lineStyle: { color: palette.good, type: 'dashed' },
                  label: { formatter: `temper ${temper.toFixed(1)} %`, color: palette.ink },
                  data: [{ xAxis: temper }]
                }
        },
        measuredSeries(
          'compactability',
          pairs((point) => point.compactability_percent),
          palette
        ),
        {
          type: 'line',
          name: 'strength fit',
          yAxisIndex: 1,
          symbol: 'none',
          data: strength
            ? sweep.map((w) => [
                w,
                Math.max(0, strength[0]! + (strength[1]! * w) / 100 + strength[2]! * (w / 100) ** 2)
              ])
            : [],
          lineStyle: { color: palette.heat }
        },
        {
          ...measuredSeries(
            'strength',
            pairs((point) => point.strength_kpa),
            palette,
            1
          ),
          symbol: 'diamond'
        }
      ]
    };
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
      <Chart
        label="Compactability and strength of {heap.name} against moisture, points and fit"
        height="20rem"
        {option}
      />
      <p class="soft small">
        Rings are compactability, diamonds strength; each stands at the moisture believed when it was taken.
      </p>
    {:else}
      <p>
        No points yet. Before there are tests, the handbook window stands: {data.state.window_percent.min.toFixed(
          1
        )} to {data.state.window_percent.max.toFixed(1)} %.
      </p>
    {/if}
    <section>
      <h2>Climb the ladder: five small splashes</h2>
      <ol>
        <li>
          Start with sand a little too dry. <a href="/heaps/{heap.id}/test/moisture">Dry and weigh</a> it once.
        </li>
        <li>
          Ram a tube: <a href="/heaps/{heap.id}/test/compactability">compactability</a>, and if you can
          <a href="/heaps/{heap.id}/test/green-compression">break a cylinder</a>.
        </li>
        <li>
          Add a small splash, about 0.4 % of the weight; mull; <a href="/heaps/{heap.id}/log?kind=water"
            >write it in</a
          >. Test again.
        </li>
        <li>Five rungs in all, until it feels soft.</li>
      </ol>
    </section>
  </div>
  <div class="stack">
    <Ticket title="Where to ram it">
      {#if temper !== null}
        <p class="value">{temper.toFixed(1)} <span>% water</span></p>
        {#if ladder.peak}
          <p class="small">
            Strongest at {ladder.peak.moisture_percent.toFixed(1)} % ({ladder.peak.interval[0]!.toFixed(1)} to {ladder.peak.interval[1]!.toFixed(
              1
            )}), {ladder.peak.strength_kpa.toFixed(0)} kPa.
          </p>
        {/if}
        <button class="act" type="button" onclick={adopt}>Aim for {temper.toFixed(1)} %</button>
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

<style>
  ol {
    list-style: decimal;
    padding-left: 1.4rem;
    display: grid;
    gap: 0.5rem;
    margin-top: 0.5rem;
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
