<script lang="ts">
  import { page } from '$app/state';
  import MixBatch from '$lib/ui/mix/MixBatch.svelte';

  const { data } = $props();
</script>

<svelte:head><title>Mix · {data.heap.name} · Brunkel</title></svelte:head>

{#key data.heap.id}
  <MixBatch heap={data.heap} lots={data.lots} given={Object.fromEntries(page.url.searchParams)} />
{/key}
