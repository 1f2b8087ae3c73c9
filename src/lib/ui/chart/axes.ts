import type { Palette } from './palette';

/** Axes that every chart through time shares. */
export function timeAxis(palette: Palette) {
  return {
    type: 'time',
    axisLine: { lineStyle: { color: palette.rule } },
    axisLabel: { color: palette.soft, hideOverlap: true }
  };
}

/** Percent from nothing up to `most`. */
export function percentAxis(palette: Palette, most: number) {
  return {
    type: 'value',
    min: 0,
    max: Number(most.toFixed(1)),
    axisLabel: { color: palette.soft, formatter: (value: number) => `${value.toFixed(1)} %` },
    splitLine: { lineStyle: { color: palette.rule } }
  };
}
