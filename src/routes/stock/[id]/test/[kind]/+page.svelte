<script lang="ts">
  import GuidedTest from '$lib/ui/bench/GuidedTest.svelte';
  import { GUIDES } from '$lib/ui/bench/guides';

  const { data } = $props();
  const guide = $derived(GUIDES[data.kind]);
</script>

<svelte:head><title>{guide.name} · {data.lot.name} · Brunkel</title></svelte:head>

{#key `${data.subject.collection}:${guide.kind}`}
  <GuidedTest {guide} subject={data.subject} last={data.last} />
{/key}
