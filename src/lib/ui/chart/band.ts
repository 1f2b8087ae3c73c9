import type { Palette } from './palette';
import { faded } from './palette';

/** [ms or x, middle, low, high] */
export type BandPoint = readonly [number, number, number, number];

/** An estimate: a line with its range shaded, as three stacked series that ECharts draws as one band. */
export function bandSeries(name: string, points: readonly BandPoint[], colour: string) {
  const invisible = { lineStyle: { opacity: 0 }, symbol: 'none', silent: true, tooltip: { show: false } };
  return [
    {
      name: `${name} low`,
      type: 'line',
      stack: name,
      data: points.map(([x, , low]) => [x, low]),
      ...invisible
    },
    {
      name: `${name} range`,
      type: 'line',
      stack: name,
      data: points.map(([x, , low, high]) => [x, high - low]),
      areaStyle: { color: faded(colour, 0.22) },
      ...invisible
    },
    {
      name,
      type: 'line',
      data: points.map(([x, middle]) => [x, middle]),
      symbol: 'none',
      lineStyle: { color: colour, width: 2 },
      itemStyle: { color: colour }
    }
  ];
}

/** A window shaded behind a series, between two values of the y axis. */
export function windowArea(window: { min: number; max: number }, palette: Palette) {
  return {
    silent: true,
    itemStyle: { color: faded(palette.good, 0.16) },
    data: [[{ yAxis: window.min }, { yAxis: window.max }]]
  };
}

/** Measured points: rings, unlike any estimate. */
export function measuredSeries(
  name: string,
  points: readonly (readonly [number, number])[],
  palette: Palette,
  yAxisIndex = 0
) {
  return {
    name,
    type: 'scatter',
    yAxisIndex,
    data: points,
    symbolSize: 11,
    itemStyle: { color: palette.paper, borderColor: palette.ink, borderWidth: 2 },
    z: 5
  };
}
