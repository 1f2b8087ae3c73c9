<script lang="ts">
  import GuidedTest from '$lib/ui/bench/GuidedTest.svelte';
  import { GUIDES } from '$lib/ui/bench/guides';

  const { data } = $props();
  const guide = $derived(GUIDES[data.kind]!);
</script>

<svelte:head><title>{guide.name} · {data.heap.name} · Brunkel</title></svelte:head>

{#key `${data.heap.id}:${guide.kind}`}
  <GuidedTest {guide} heap={data.heap} />
{/key}
