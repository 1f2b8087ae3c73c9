<script lang="ts">
  import type { Snippet } from 'svelte';

  interface Props {
    title: string;
    children: Snippet;
  }
  const { title, children }: Props = $props();
</script>

<section class="ticket" aria-label={title}>
  <h2>{title}</h2>
  {@render children()}
</section>

<style>
  .ticket {
    display: grid;
    gap: 0.85rem;
    grid-template-columns: minmax(0, 1fr);
  }
</style>
