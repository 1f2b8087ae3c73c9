<script lang="ts">
  import MixBatch from '$lib/ui/mix/MixBatch.svelte';

  const { data } = $props();
</script>

<svelte:head><title>Mix · {data.heap.name} · Brunkel</title></svelte:head>

{#key data.heap.id}
  <MixBatch heap={data.heap} lots={data.lots} />
{/key}
