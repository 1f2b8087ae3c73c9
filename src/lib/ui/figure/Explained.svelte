<script lang="ts">
  /** A figure that leads to what the handbook says of it. */
  import type { Snippet } from 'svelte';
  import { figureId, type FigureName } from '$core/quantity/figure-id';
  import { pageOf, type Explanation } from './page-of';

  interface Props {
    of: Explanation;
    /** What it is, of which record, and its value, where other pages show it too. */
    figure?: { name: FigureName; id: number; value: number } | undefined;
    /** How large it is drawn. */
    class?: string;
    children: Snippet;
  }
  const { of, figure, class: size = '', children }: Props = $props();
</script>

<!-- The room about it takes the finger too, but not the word that stands above it, which explains itself. -->
<a
  class="figure explained relative after:absolute after:-inset-x-2 after:-top-0.5 after:-bottom-3 {size}"
  href={pageOf(of)}
  data-figure={figure && figureId(figure.name, figure.id)}
  data-value={figure?.value}>{@render children()}</a
>
