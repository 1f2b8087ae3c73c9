import { envelope, type Vertex } from './envelope';
import type { Palette } from './palette';
import { faded } from './palette';

/** [ms or x, middle, low, high] */
export type BandPoint = readonly [number, number, number, number];

/** More points than this are drawn as dots that the pointer passes over, which is much less work to move. */
const DENSE = 200;

/** What ECharts hands to the drawing of a custom series. */
interface DrawingOf {
  dataIndex: number;
  dataIndexInside: number;
  dataInsideLength: number;
}
interface DrawingBy {
  coord(point: Vertex): Vertex;
}

/**
 * An estimate, or a fit: its range as one shaded outline, and its middle as a line over it.
 *
 * The range is not two stacked lines, which ECharts searches through anew at every movement, but one shape drawn
 * with the first point in view.
 */
export function bandSeries(
  name: string,
  points: readonly BandPoint[],
  colour: string,
  { dashed = false, yAxisIndex = 0 } = {}
) {
  const range = {
    name: `${name} range`,
    type: 'custom',
    yAxisIndex,
    data: points.map(([x, middle]) => [x, middle]),
    silent: true,
    clip: true,
    tooltip: { show: false },
    renderItem(params: DrawingOf, drawing: DrawingBy) {
      if (params.dataIndexInside !== 0) return undefined;
      const from = params.dataIndex - 1;
      const to = params.dataIndex + params.dataInsideLength + 1;
      const outline = envelope(points, from, to, (x, y) => drawing.coord([x, y]));
      return { type: 'polygon', shape: { points: outline }, style: { fill: faded(colour, 0.22) } };
    }
  };
  const line = {
    name,
    type: 'line',
    yAxisIndex,
    data: points.map(([x, middle]) => [x, middle]),
    sampling: 'lttb',
    symbol: 'none',
    lineStyle: { color: colour, width: 2, type: dashed ? 'dashed' : 'solid' },
    itemStyle: { color: colour }
  };
  return { range, line };
}

/** A window shaded behind a series, between two values of the y axis. */
export function windowArea(window: { min: number; max: number }, palette: Palette) {
  return {
    silent: true,
    itemStyle: { color: faded(palette.good, 0.16) },
    data: [[{ yAxis: window.min }, { yAxis: window.max }]]
  };
}

/** Measured points: rings, unlike any estimate; small dots where there are too many for rings. */
export function measuredSeries(
  name: string,
  points: readonly (readonly [number, number])[],
  palette: Palette,
  yAxisIndex = 0
) {
  const dense = points.length > DENSE;
  return {
    name,
    type: 'scatter',
    yAxisIndex,
    data: points,
    z: 5,
    large: dense,
    largeThreshold: DENSE,
    silent: dense,
    symbolSize: dense ? 3 : 11,
    itemStyle: dense
      ? { color: palette.ink }
      : { color: palette.paper, borderColor: palette.ink, borderWidth: 2 }
  };
}
