<script lang="ts">
  import GuidedDrying from '$lib/ui/bench/GuidedDrying.svelte';

  const { data } = $props();
</script>

<svelte:head><title>Dry and weigh · {data.lot.name} · Brunkel</title></svelte:head>

<GuidedDrying subject={data.subject} window={null} />
