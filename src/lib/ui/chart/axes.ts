import { fixed } from '$core/quantity/display';
import { moment } from '../date/written-day';
import type { Palette } from './palette';

interface Extent {
  min: number;
  max: number;
}
const DAY_MS = 86_400_000;

/** Axes that every chart through time shares. */
export function timeAxis(palette: Palette) {
  return {
    type: 'time',
    // One moment alone has no span, which would be drawn in milliseconds: it is given the day about it.
    min: ({ min, max }: Extent) => (max - min < DAY_MS ? min - DAY_MS / 2 : min),
    max: ({ min, max }: Extent) => (max - min < DAY_MS ? max + DAY_MS / 2 : max),
    axisLine: { lineStyle: { color: palette.rule } },
    axisLabel: { color: palette.soft, hideOverlap: true },
    // What stands at the head of the words at the pointer.
    axisPointer: {
      label: {
        formatter: ({ value }: { value: number }) => moment(value)
      }
    }
  };
}

/** Percent from nothing up to `most`, or the next tick above it: a top that is no tick would crowd the last one. */
export function percentAxis(palette: Palette, most: number) {
  const interval = [0.5, 1, 2, 5, 10, 20].find((each) => most / each <= 6) ?? 50;
  return {
    type: 'value',
    min: 0,
    max: Math.ceil(most / interval) * interval,
    interval,
    axisLabel: { color: palette.soft, formatter: (value: number) => `${fixed(value, 1)} %` },
    splitLine: { lineStyle: { color: palette.rule } }
  };
}
