import type { Palette } from './palette';

const MOMENT = new Intl.DateTimeFormat('en-GB', {
  day: 'numeric',
  month: 'short',
  year: 'numeric',
  hour: '2-digit',
  minute: '2-digit'
});

/** Axes that every chart through time shares. */
export function timeAxis(palette: Palette) {
  return {
    type: 'time',
    axisLine: { lineStyle: { color: palette.rule } },
    axisLabel: { color: palette.soft, hideOverlap: true },
    // What stands at the head of the words at the pointer.
    axisPointer: { label: { formatter: ({ value }: { value: number }) => MOMENT.format(value) } }
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
    axisLabel: { color: palette.soft, formatter: (value: number) => `${value.toFixed(1)} %` },
    splitLine: { lineStyle: { color: palette.rule } }
  };
}
