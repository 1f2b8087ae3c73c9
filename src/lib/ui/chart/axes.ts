import type { Palette } from './palette';

/** Axes that every chart through time shares. */
export function timeAxis(palette: Palette) {
  return {
    type: 'time',
    axisLine: { lineStyle: { color: palette.rule } },
    axisLabel: { color: palette.soft, hideOverlap: true }
  };
}

/** Percent from nothing up to `most`, or the half percent above it: a top that is no tick would crowd the last one. */
export function percentAxis(palette: Palette, most: number) {
  return {
    type: 'value',
    min: 0,
    max: Math.ceil(most * 2) / 2,
    axisLabel: { color: palette.soft, formatter: (value: number) => `${value.toFixed(1)} %` },
    splitLine: { lineStyle: { color: palette.rule } }
  };
}
