<script lang="ts">
  /** A figure that leads to what the handbook says of it. */
  import type { Snippet } from 'svelte';
  import { pageOf, type Explanation } from './page-of';

  interface Props {
    of: Explanation;
    /** How large it is drawn. */
    class?: string;
    children: Snippet;
  }
  const { of, class: size = '', children }: Props = $props();
</script>

<!-- The room about it takes the finger too, but not the word that stands above it, which explains itself. -->
<a
  class="figure explained relative after:absolute after:-inset-x-2 after:-top-0.5 after:-bottom-3 {size}"
  href={pageOf(of)}>{@render children()}</a
>
