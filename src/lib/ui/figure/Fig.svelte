<script lang="ts">
  /** A figure that is worked out or recorded, with what it is and its value, so that pages can be held against each other. */
  import type { Snippet } from 'svelte';
  import { figureId, type FigureName } from '$core/quantity/figure-id';

  interface Props {
    name: FigureName;
    /** Which heap, mold or casting day it is of. */
    id: number;
    /** In the unit that its name says, to the last digit. */
    value: number;
    class?: string;
    children: Snippet;
  }
  const { name, id, value, class: classes = '', children }: Props = $props();
</script>

<data class={classes} {value} data-figure={figureId(name, id)} data-value={value}>{@render children()}</data>
