<script lang="ts">
  /** The inside of a flask in one line, for its list and its own page. */
  import { figureText, lengthFigure } from '$core/quantity/display';
  import type { FigureName } from '$core/quantity/figure-id';
  import Fig from '$lib/ui/figure/Fig.svelte';
  import { units } from '$lib/ui/preferences';

  interface Props {
    flask: {
      id: number;
      shape: 'rectangular' | 'round';
      length_mm: number;
      width_mm: number;
      cope_mm: number;
      drag_mm: number;
    };
  }
  const { flask }: Props = $props();
</script>

{#snippet side(name: FigureName, mm: number)}<Fig {name} id={flask.id} value={mm}
    >{figureText(lengthFigure(mm / 1000, units()))}</Fig
  >{/snippet}

{#if flask.shape === 'round'}{@render side('flask.length-mm', flask.length_mm)} across{:else}{@render side(
    'flask.length-mm',
    flask.length_mm
  )} × {@render side('flask.width-mm', flask.width_mm)}{/if}, cope {@render side(
  'flask.cope-mm',
  flask.cope_mm
)}, drag {@render side('flask.drag-mm', flask.drag_mm)}
