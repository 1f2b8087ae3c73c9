<script lang="ts">
  import GuidedSqueeze from '$lib/ui/bench/GuidedSqueeze.svelte';

  const { data } = $props();
</script>

<svelte:head><title>Squeeze · {data.heap.name} · Brunkel</title></svelte:head>

<GuidedSqueeze subject={data.subject} />
