<script lang="ts">
  /** A branch beside the heap left alone: moisture or dead clay with its doubt, through the weeks. */
  import type { BranchPoint } from '$core/forecast/branch';
  import Chart from '$lib/ui/chart/Chart.svelte';
  import { percentAxis, timeAxis } from '$lib/ui/chart/axes';
  import { faded, type Palette } from '$lib/ui/chart/palette';
  import { tooltip } from '$lib/ui/chart/tooltip';

  interface Props {
    label: string;
    of: 'moisture' | 'active_clay' | 'dead_clay';
    points: readonly BranchPoint[];
    present: readonly BranchPoint[];
  }
  const { label, of, points, present }: Props = $props();

  function option(palette: Palette) {
    const series = (from: readonly BranchPoint[], pick: 'value' | 'low' | 'high') =>
      from.map((point) => [Date.parse(point.at), 100 * point[of][pick]]);
    const edge = (from: readonly BranchPoint[], pick: 'low' | 'high', colour: string) => ({
      name: pick === 'low' ? 'at least' : 'at most',
      type: 'line',
      showSymbol: false,
      silent: true,
      data: series(from, pick),
      lineStyle: { color: faded(colour, 0.5), width: 1, type: 'dashed' },
      itemStyle: { color: faded(colour, 0.5) }
    });
    const line = (name: string, from: readonly BranchPoint[], colour: string, width: number) => ({
      name,
      type: 'line',
      showSymbol: false,
      data: series(from, 'value'),
      lineStyle: { color: colour, width },
      itemStyle: { color: colour }
    });
    const all = [...points, ...present].map((point) => 100 * point[of].high);
    return {
      grid: { left: 52, right: 16, top: 16, bottom: 30 },
      tooltip: tooltip(palette),
      xAxis: timeAxis(palette),
      yAxis: percentAxis(palette, Math.max(0.5, ...all)),
      series: [
        line('left alone', present, palette.soft, 1.5),
        line('this branch', points, palette.water, 2.5),
        edge(points, 'low', palette.water),
        edge(points, 'high', palette.water)
      ]
    };
  }
</script>

<Chart {label} height="12rem" {option} />
