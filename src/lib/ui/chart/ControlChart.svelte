<script lang="ts">
  /** Readings in their phases, each with its middle and its limits; what chance does not make is ringed. */
  import type { Phase } from '$core/judge/phases';
  import Chart from './Chart.svelte';
  import { timeAxis } from './axes';
  import type { Palette } from './palette';
  import { tooltip } from './tooltip';

  interface Props {
    label: string;
    unit: string;
    measured: boolean;
    phases: readonly Phase[];
  }
  const { label, unit, measured, phases }: Props = $props();

  function option(palette: Palette) {
    const readings = phases.flatMap((phase) => phase.readings);
    // Nothing here is less than none.
    const never_below_none = readings.every(({ value }) => value >= 0);
    const level = (name: string, of: (chart: NonNullable<Phase['chart']>) => number, dashed: boolean) => ({
      name,
      type: 'line',
      silent: true,
      showSymbol: false,
      connectNulls: false,
      data: phases.flatMap(({ readings: in_phase, chart }) =>
        chart
          ? [
              [in_phase[0]!.at, of(chart)],
              [in_phase.at(-1)!.at, of(chart)],
              [in_phase.at(-1)!.at + 1, null]
            ]
          : []
      ),
      lineStyle: {
        color: dashed ? palette.heat : palette.soft,
        width: 1.5,
        ...(dashed && { type: 'dashed' })
      },
      itemStyle: { color: dashed ? palette.heat : palette.soft }
    });
    const flagged = phases.flatMap(({ readings: in_phase, signals }) =>
      [...new Set(signals.map(({ index }) => index))].map((index) => [
        in_phase[index]!.at,
        in_phase[index]!.value
      ])
    );
    return {
      grid: { left: 52, right: 16, top: 16, bottom: 30 },
      tooltip: tooltip(palette),
      xAxis: timeAxis(palette),
      yAxis: {
        type: 'value',
        scale: true,
        axisLabel: {
          color: palette.soft,
          formatter: (value: number) => `${Number(value.toFixed(2))} ${unit}`.trim()
        },
        splitLine: { lineStyle: { color: palette.rule } }
      },
      series: [
        {
          name: measured ? 'measured' : 'worked out',
          type: 'line',
          data: readings.map(({ at, value }) => [at, value]),
          symbol: measured ? 'circle' : 'emptyCircle',
          symbolSize: 7,
          lineStyle: { color: palette.rule, width: 1 },
          itemStyle: { color: palette.ink }
        },
        level('middle', ({ mean }) => mean, false),
        level('upper limit', ({ limits }) => limits[1], true),
        level('lower limit', ({ limits }) => (never_below_none ? Math.max(0, limits[0]) : limits[0]), true),
        {
          name: 'not chance',
          type: 'scatter',
          data: flagged,
          symbol: 'circle',
          symbolSize: 15,
          itemStyle: { color: 'transparent', borderColor: palette.heat, borderWidth: 2.5 }
        }
      ]
    };
  }
</script>

<Chart {label} height="13rem" {option} />
