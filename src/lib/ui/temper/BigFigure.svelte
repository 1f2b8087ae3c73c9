<script lang="ts">
  import type { Figure } from '$core/quantity/display';
  import { figureId, type FigureName } from '$core/quantity/figure-id';

  interface Props {
    figure: Figure;
    of: string;
    /** What it is, of which heap, and its value. */
    is?: { name: FigureName; id: number; value: number } | undefined;
  }
  const { figure, of, is }: Props = $props();
</script>

<p class="big" data-figure={is && figureId(is.name, is.id)} data-value={is?.value}>
  <span class="value">{figure.value}</span> <span class="unit">{figure.unit} {of}</span>
</p>

<style>
  .big {
    line-height: 1;
    font-family: var(--display);
  }
  .value {
    font-size: 3.4rem;
    font-weight: 700;
    letter-spacing: -0.02em;
  }
  .unit {
    font-size: 1.25rem;
    font-weight: 600;
  }
</style>
