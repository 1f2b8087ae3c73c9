<script lang="ts">
  /**
   * The one chart: ECharts in a box of fixed height, so that nothing shifts while it loads. `option` is made
   * from the theme's colours, and made again when they or its data change.
   */
  import { onMount } from 'svelte';
  import type { ECharts, EChartsCoreOption } from 'echarts/core';
  import { page } from '$app/state';
  import { paletteOf, type Palette } from './palette';

  interface Props {
    /** What the chart shows, in a sentence, for who cannot see it. */
    label: string;
    height: string;
    option: (palette: Palette) => EChartsCoreOption;
  }
  const { label, height, option }: Props = $props();

  let box: HTMLDivElement;
  let chart = $state<ECharts | null>(null);

  onMount(() => {
    let gone = false;
    const resize = new ResizeObserver(() => chart?.resize());
    void import('./echarts').then(({ init }) => {
      if (gone) return;
      chart = init(box, null, { renderer: 'canvas' });
      resize.observe(box);
    });
    return () => {
      gone = true;
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
