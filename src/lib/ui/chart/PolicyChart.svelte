<script lang="ts">
  /** Where a policy leads a heap, session by session: dead clay and fines, and its mass beside them. */
  import { massFigure } from '$core/quantity/display';
  import { units } from '$lib/ui/preferences';
  import Chart from './Chart.svelte';
  import { percentAxis } from './axes';
  import type { Palette } from './palette';
  import { tooltip } from './tooltip';

  interface Props {
    label: string;
    sessions: readonly { dead_share: number; fines_share: number; mass_kg: number }[];
    /** Shares of dead clay and fines where it settles; null where it does not. */
    settles: { dead: number; fines: number } | null;
  }
  const { label, sessions, settles }: Props = $props();

  function option(palette: Palette) {
    const line = (name: string, values: number[], colour: string, dash = false, axis = 0) => ({
      name,
      type: 'line',
      yAxisIndex: axis,
      data: values.map((value, i) => [i + 1, value]),
      showSymbol: false,
      lineStyle: { color: colour, width: dash ? 1.5 : 2.5, ...(dash && { type: 'dashed' }) },
      itemStyle: { color: colour }
    });
    const percent = (of: (each: (typeof sessions)[number]) => number) =>
      sessions.map((each) => 100 * of(each));
    const dead = percent(({ dead_share }) => dead_share);
    const fines = percent(({ fines_share }) => fines_share);
    const level = (share: number) => sessions.map(() => 100 * share);
    const mass = sessions.map(({ mass_kg }) => Number(massFigure(mass_kg, units()).value));
    return {
      grid: { left: 48, right: 52, top: 28, bottom: 40 },
      tooltip: tooltip(palette),
      xAxis: {
        type: 'value',
        min: 1,
        max: Math.max(2, sessions.length),
        name: 'sessions',
        nameLocation: 'middle',
        nameGap: 24,
        nameTextStyle: { color: palette.soft },
        axisLabel: { color: palette.soft },
        splitLine: { show: false }
      },
      yAxis: [
        percentAxis(
          palette,
          Math.max(1, ...dead, ...fines, ...(settles ? [100 * settles.dead, 100 * settles.fines] : []))
        ),
        {
          type: 'value',
          name: massFigure(sessions[0]?.mass_kg ?? 1, units()).unit,
          min: 0,
          nameTextStyle: { color: palette.soft },
          axisLabel: { color: palette.soft },
          splitLine: { show: false }
        }
      ],
      series: [
        line('dead clay', dead, palette.heat),
        line('fines', fines, palette.clay),
        ...(settles
          ? [
              line('dead clay settles', level(settles.dead), palette.heat, true),
              line('fines settle', level(settles.fines), palette.clay, true)
            ]
          : []),
        line('mass', mass, palette.water, false, 1)
      ]
    };
  }
</script>

<Chart {label} height="18rem" {option} />
<ul class="small flex flex-wrap gap-x-5 gap-y-1" aria-hidden="true">
  <li><span class="key bg-(--heat)"></span> dead clay</li>
  <li><span class="key bg-(--clay)"></span> fines</li>
  <li><span class="key bg-(--water)"></span> mass, on the right</li>
  {#if settles}<li><span class="key dashed"></span> where they settle</li>{/if}
</ul>

<style>
  .key {
    display: inline-block;
    width: 1.4rem;
    height: 3px;
    vertical-align: middle;
  }
  .dashed {
    height: 0;
    border-top: 2px dashed var(--soft);
  }
</style>
