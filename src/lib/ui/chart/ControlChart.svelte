<script lang="ts">
  import { rounded } from '$core/quantity/rounded';
  /**
   * Readings in their phases, each with its middle and its limits, and below them how far each lies from the one before,
   * with that limit; what chance does not make is ringed.
   */
  import { movingRanges } from '$core/judge/control-chart';
  import type { Phase } from '$core/judge/phases';
  import { PA_PER_PSI, UNITS } from '$core/quantity/unit';
  import { units } from '$lib/ui/preferences';
  import Chart from './Chart.svelte';
  import { timeAxis } from './axes';
  import type { Palette } from './palette';
  import { tooltip } from './tooltip';

  interface Props {
    label: string;
    /** As it is kept: kg, kPa, % or none. */
    unit: string;
    measured: boolean;
    phases: readonly Phase[];
  }
  const { label, unit, measured, phases }: Props = $props();

  /** What kept units are drawn in for who thinks in pounds. */
  const IN_US: Record<string, { unit: string; per: number }> = {
    kg: { unit: 'lb', per: UNITS.mass.lb! },
    kPa: { unit: 'psi', per: PA_PER_PSI / 1000 }
  };
  const drawn_in = $derived((units() === 'us' && IN_US[unit]) || { unit, per: 1 });
  const shown = (value: number) => value / drawn_in.per;

  type Limits = NonNullable<Phase['chart']>;
  type Points = (readonly [at: number, value: number | null])[];

  /** A level of each phase, from its first reading to its last. */
  const level = (of: (chart: Limits) => number): Points =>
    phases.flatMap(({ readings, chart }) =>
      chart
        ? [
            [readings[0]!.at, shown(of(chart))],
            [readings.at(-1)!.at, shown(of(chart))],
            [readings.at(-1)!.at + 1, null]
          ]
        : []
    );

  /** What a phase's readings say of themselves, but only for those that break one of some rules. */
  const ringed = (of: (phase: Phase, index: number) => number | undefined, ranges: boolean): Points =>
    phases.flatMap((phase) =>
      [
        ...new Set(
          phase.signals
            .filter(({ rule }) => (rule === 'range-beyond-limit') === ranges)
            .map(({ index }) => index)
        )
      ].flatMap((index): Points => {
        const value = of(phase, index);
        return value === undefined ? [] : [[phase.readings[index]!.at, shown(value)]];
      })
    );

  const values = ({ readings }: Phase) => readings.map(({ value }) => value);

  function option(palette: Palette) {
    // Nothing here is less than none.
    const never_below_none = phases.every((phase) => values(phase).every((value) => value >= 0));
    const line = (name: string, data: Points, colour: string, dashed: boolean, below = false) => ({
      name,
      type: 'line',
      silent: true,
      showSymbol: false,
      connectNulls: false,
      data,
      lineStyle: { color: colour, width: 1.5, ...(dashed && { type: 'dashed' }) },
      itemStyle: { color: colour },
      ...(below && { xAxisIndex: 1, yAxisIndex: 1 })
    });
    const rings = (name: string, data: Points, below = false) => ({
      name,
      type: 'scatter',
      data,
      symbol: 'circle',
      symbolSize: below ? 11 : 15,
      itemStyle: { color: 'transparent', borderColor: palette.heat, borderWidth: 2.5 },
      ...(below && { xAxisIndex: 1, yAxisIndex: 1 })
    });
    const axis = {
      type: 'value',
      axisLabel: {
        color: palette.soft,
        formatter: (value: number) => `${rounded(value, 2)} ${drawn_in.unit}`.trim()
      },
      splitLine: { lineStyle: { color: palette.rule } }
    };
    const ranges = phases.flatMap((phase): Points => [
      ...movingRanges(values(phase)).map((range, i) => [phase.readings[i + 1]!.at, shown(range)] as const),
      [phase.readings.at(-1)!.at + 1, null]
    ]);
    // Both lie over one another in time, though the ranges begin one reading later.
    const own = timeAxis(palette);
    const all = { min: phases[0]?.readings[0]?.at ?? 0, max: phases.at(-1)?.readings.at(-1)?.at ?? 0 };
    const time = { ...own, min: own.min(all), max: own.max(all) };
    return {
      grid: [
        { left: 60, right: 16, top: 16, height: 150 },
        { left: 60, right: 16, top: 204, height: 44 }
      ],
      tooltip: {
        ...tooltip(palette),
        valueFormatter: (value: unknown) =>
          typeof value === 'number' ? `${Number(value.toPrecision(3))} ${drawn_in.unit}`.trim() : ''
      },
      axisPointer: { link: [{ xAxisIndex: 'all' }] },
      xAxis: [time, { ...time, gridIndex: 1, axisLabel: { show: false }, axisTick: { show: false } }],
      yAxis: [
        { ...axis, scale: true },
        { ...axis, gridIndex: 1, min: 0, splitNumber: 1 }
      ],
      series: [
        {
          name: measured ? 'measured' : 'worked out',
          type: 'line',
          data: phases.flatMap(({ readings }) => readings.map(({ at, value }) => [at, shown(value)])),
          symbol: measured ? 'circle' : 'emptyCircle',
          symbolSize: 7,
          lineStyle: { color: palette.rule, width: 1 },
          itemStyle: { color: palette.ink }
        },
        line(
          'middle',
          level(({ mean }) => mean),
          palette.soft,
          false
        ),
        line(
          'upper limit',
          level(({ limits }) => limits[1]),
          palette.heat,
          true
        ),
        line(
          'lower limit',
          level(({ limits }) => (never_below_none ? Math.max(0, limits[0]) : limits[0])),
          palette.heat,
          true
        ),
        rings(
          'not chance',
          ringed((phase, index) => phase.readings[index]!.value, false)
        ),
        line('from one to the next', ranges, palette.ink, false, true),
        line(
          'its limit',
          level(({ moving_range_limit }) => moving_range_limit),
          palette.heat,
          true,
          true
        ),
        rings(
          'a jump',
          ringed((phase, index) => movingRanges(values(phase))[index - 1], true),
          true
        )
      ]
    };
  }
</script>

<Chart {label} height="16.5rem" {option} />
<p class="soft small -mt-1">Top: the readings. Bottom: how far each lies from the one before.</p>
