import { fixed } from '$core/quantity/display';
import type { Palette } from './palette';

/**
 * What is said at the pointer, in the theme's colours. Flat and without a glide: both would be painted anew at every
 * movement of the chart, which costs as much as a third of a frame.
 */
export function tooltip(palette: Palette, trigger: 'axis' | 'item' = 'axis') {
  return {
    trigger,
    transitionDuration: 0,
    backgroundColor: palette.paper,
    borderColor: palette.soft,
    textStyle: { color: palette.ink },
    extraCssText: 'box-shadow: none'
  };
}

/** At a moment of a chart through time: every value there, as percent. */
export function percentTooltip(palette: Palette) {
  return {
    ...tooltip(palette),
    valueFormatter: (value: unknown) => (typeof value === 'number' ? `${fixed(value, 1)} %` : '')
  };
}
