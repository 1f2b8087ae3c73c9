<script lang="ts">
  import { fixed } from '$core/quantity/display';
  /** Compactability and strength over moisture: points, fits with their ranges, the window and where temper lies. */
  import { PA_PER_PSI } from '$core/quantity/unit';
  import { units } from '$lib/ui/preferences';
  import Chart from './Chart.svelte';
  import { bandSeries, measuredSeries, windowArea, type BandPoint } from './band';
  import type { Palette } from './palette';
  import { tooltip } from './tooltip';

  interface Fitted {
    moisture_percent: number;
    value: number;
    low: number;
    high: number;
  }
  interface Point {
    moisture_percent: number;
    strength_kpa: number | null;
    compactability_percent: number | null;
  }
  interface Props {
    label: string;
    points: readonly Point[];
    strength: readonly Fitted[] | null;
    compactability: readonly Fitted[] | null;
    /** Percent of compactability. */
    window: { min: number; max: number };
    /** Percent of water; null while it cannot be placed. */
    temper: number | null;
  }
  const { label, points, strength, compactability, window, temper }: Props = $props();

  const band = (fit: readonly Fitted[] | null): BandPoint[] =>
    (fit ?? []).map((each) => [each.moisture_percent, each.value, each.low, each.high]);
  const pairs = (of: 'strength_kpa' | 'compactability_percent') =>
    points.flatMap((point) => (point[of] === null ? [] : [[point.moisture_percent, point[of]] as const]));
  const per_kpa = $derived(units() === 'us' ? PA_PER_PSI / 1000 : 1);
  const strength_unit = $derived(units() === 'us' ? 'psi' : 'kPa');
  const inUnit = (points: BandPoint[]): BandPoint[] =>
    points.map(([x, value, low, high]) => [x, value / per_kpa, low / per_kpa, high / per_kpa]);
  /** A round figure above everything measured; a fit's range may run off beyond it. */
  const top = (values: readonly number[], step: number) =>
    Math.ceil((1.15 * Math.max(step, ...values)) / step) * step;

  /** Points bear the colour of their own curve. */
  const coloured = (series: ReturnType<typeof measuredSeries>, colour: string) => ({
    ...series,
    itemStyle: { ...series.itemStyle, borderColor: colour }
  });

  function option(palette: Palette) {
    const compact = bandSeries('compactability fit', band(compactability), palette.water);
    const strong = bandSeries('strength fit', inUnit(band(strength)), palette.heat, { yAxisIndex: 1 });
    const measured = {
      compact: pairs('compactability_percent'),
      strong: pairs('strength_kpa').map(([x, y]) => [x, y / per_kpa] as const)
    };
    const moistures = [
      ...band(compactability),
      ...band(strength),
      ...points.map((p) => [p.moisture_percent])
    ].map(([x]) => x!);
    const axis = (name: string, position: 'left' | 'right', max: number) => ({
      type: 'value',
      name,
      position,
      min: 0,
      max,
      nameTextStyle: { color: palette.soft },
      axisLabel: { color: palette.soft },
      splitLine: { show: position === 'left', lineStyle: { color: palette.rule } }
    });
    const values = (of: readonly (readonly [number, number])[]) => of.map(([, value]) => value);
    return {
      grid: { left: 44, right: 48, top: 34, bottom: 44 },
      tooltip: {
        ...tooltip(palette, 'item'),
        formatter: ({ seriesName, value }: { seriesName: string; value: [number, number] }) =>
          `${fixed(value[0], 1)} % water: ${seriesName} ${fixed(value[1], 0)} ${seriesName === 'strength' ? strength_unit : '%'}`
      },
      xAxis: {
        type: 'value',
        name: 'moisture %',
        nameLocation: 'middle',
        nameGap: 28,
        min: Math.floor(2 * Math.min(...moistures)) / 2,
        max: Math.ceil(2 * Math.max(...moistures)) / 2,
        axisLabel: { color: palette.soft },
        nameTextStyle: { color: palette.soft },
        splitLine: { show: false }
      },
      yAxis: [
        axis('compactability %', 'left', Math.min(100, top(values(measured.compact), 10))),
        axis(`strength ${strength_unit}`, 'right', top(values(measured.strong), per_kpa === 1 ? 20 : 2))
      ],
      series: [
        compact.range,
        strong.range,
        {
          ...compact.line,
          markArea: windowArea(window, palette),
          markLine:
            temper === null
              ? undefined
              : {
                  silent: true,
                  symbol: 'none',
                  lineStyle: { color: palette.good, type: 'dashed' },
                  label: { formatter: `temper ${fixed(temper, 1)} %`, color: palette.ink },
                  data: [{ xAxis: temper }]
                }
        },
        strong.line,
        coloured(measuredSeries('compactability', measured.compact, palette), palette.water),
        {
          ...coloured(measuredSeries('strength', measured.strong, palette, 1), palette.heat),
          symbol: 'diamond'
        }
      ]
    };
  }
</script>

<Chart {label} height="20rem" {option} />
