<script lang="ts">
  import { fixed } from '$core/quantity/display';
  /** A grading on log size: what each sieve caught as blocks from opening to opening, what passes as a line. */
  import type { Grading } from '$core/bench/formula/grading';
  import Chart from './Chart.svelte';
  import { gradingBlocks } from './grading-blocks';
  import { faded, type Palette } from './palette';
  import { tooltip } from './tooltip';

  const { grading }: { grading: Grading } = $props();
  const label = $derived(
    `Grading on log size: ${grading.retained
      .map(({ sieve, share }) => `${sieve} ${fixed(share * 100, 0)} %`)
      .join(', ')}`
  );

  interface Drawing {
    value(dimension: number): number;
    coord(point: [number, number]): [number, number];
  }

  function option(palette: Palette) {
    const blocks = gradingBlocks(grading);
    const from = Math.min(...blocks.map(({ from_mm }) => from_mm));
    const to = Math.max(...blocks.map(({ to_mm }) => to_mm));
    const tallest = Math.max(...blocks.map(({ percent }) => percent));
    return {
      grid: { left: 44, right: 44, top: 26, bottom: 44 },
      tooltip: { ...tooltip(palette, 'item'), formatter: (each: { name: string }) => each.name },
      xAxis: {
        type: 'log',
        logBase: 2,
        min: from * 0.9,
        max: to * 1.1,
        name: 'opening, mm',
        nameLocation: 'middle',
        nameGap: 28,
        axisLine: { lineStyle: { color: palette.rule } },
        axisLabel: {
          color: palette.soft,
          showMinLabel: false,
          showMaxLabel: false,
          formatter: (value: number) => String(Number(value.toPrecision(2)))
        },
        splitLine: { show: false }
      },
      yAxis: [
        {
          type: 'value',
          name: 'caught',
          min: 0,
          max: Math.max(10, Math.ceil((tallest * 1.15) / 10) * 10),
          axisLabel: { color: palette.soft, formatter: '{value} %' },
          splitLine: { lineStyle: { color: palette.rule } }
        },
        {
          type: 'value',
          name: 'passing',
          min: 0,
          max: 100,
          axisLabel: { color: palette.soft, formatter: '{value} %' },
          splitLine: { show: false }
        }
      ],
      series: [
        {
          name: 'caught',
          type: 'custom',
          data: blocks.map(({ sieve, from_mm, to_mm, percent }) => ({
            name: `${sieve}: ${fixed(percent, 1)} % caught`,
            value: [from_mm, percent, to_mm]
          })),
          encode: { x: [0, 2], y: 1 },
          renderItem: (_: unknown, drawing: Drawing) => {
            const [x1, y1] = drawing.coord([drawing.value(0), drawing.value(1)]);
            const [x2, y2] = drawing.coord([drawing.value(2), 0]);
            return {
              type: 'rect',
              shape: { x: x1 + 1, y: y1, width: Math.max(1, x2 - x1 - 2), height: Math.max(0, y2 - y1) },
              style: { fill: faded(palette.clay, 0.55), stroke: palette.clay }
            };
          }
        },
        {
          name: 'passing',
          type: 'line',
          yAxisIndex: 1,
          data: grading.passing.map(({ opening_mm, share }) => ({
            name: `${fixed(share * 100, 0)} % passes ${fixed(opening_mm, 3)} mm`,
            value: [opening_mm, share * 100]
          })),
          symbol: 'circle',
          symbolSize: 8,
          lineStyle: { color: palette.ink, width: 2 },
          itemStyle: { color: palette.paper, borderColor: palette.ink, borderWidth: 2 }
        }
      ]
    };
  }
</script>

<Chart {label} height="16rem" {option} />
