<script lang="ts">
  /**
   * The one chart: ECharts in a box of fixed height, so that nothing shifts while it loads. `option` is made
   * from the theme's colours, and made again when they or its data change.
   */
  import { onMount } from 'svelte';
  import type { ECharts, EChartsCoreOption } from 'echarts/core';
  import { page } from '$app/state';
  import { paletteOf, type Palette } from './palette';
  import type { View } from './thinning';

  interface Props {
    /** What the chart shows, in a sentence, for who cannot see it. */
    label: string;
    height: string;
    option: (palette: Palette) => EChartsCoreOption;
    /** Told what stretch of the x axis is in view, when a movement has come to rest. */
    onview?: (view: View) => void;
  }
  const { label, height, option, onview }: Props = $props();

  let box: HTMLDivElement;
  let chart = $state.raw<ECharts | null>(null);

  let resting: ReturnType<typeof setTimeout> | undefined;
  function atRest() {
    const { dataZoom } = chart!.getOption() as { dataZoom: { startValue: number; endValue: number }[] };
    if (dataZoom[0]) onview?.({ from: dataZoom[0].startValue, to: dataZoom[0].endValue });
  }

  onMount(() => {
    let gone = false;
    const resize = new ResizeObserver(() => chart?.resize());
    void import('./echarts').then(({ init }) => {
      if (gone) return;
      chart = init(box, null, { renderer: 'canvas' });
      resize.observe(box);
      chart.on('datazoom', () => {
        clearTimeout(resting);
        resting = setTimeout(atRest, 150);
      });
    });
    return () => {
      gone = true;
      clearTimeout(resting);
      resize.disconnect();
      chart?.dispose();
    };
  });

  $effect(() => {
    // Read so that a switch of colours draws anew.
    void page.data.preferences.mode;
    const palette = paletteOf(box);
    chart?.setOption(
      {
        animation: false,
        textStyle: { fontFamily: 'Atkinson Hyperlegible Next Variable, sans-serif', color: palette.soft },
        aria: { enabled: true, description: label },
        ...option(palette)
      },
      { notMerge: true }
    );
  });
</script>

<div class="chart" role="img" aria-label={label} style:height bind:this={box}></div>

<style>
  .chart {
    width: 100%;
  }
</style>
