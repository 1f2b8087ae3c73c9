<script lang="ts">
  import { lotTests } from '$core/bench/lot-tests';
  import TestList from '$lib/ui/bench/TestList.svelte';

  const { data } = $props();
  const kinds = $derived(lotTests(data.lot.kind));
</script>

<svelte:head><title>Tests · {data.lot.name} · Brunkel</title></svelte:head>

<div class="stack">
  <header>
    <h1>Test {data.lot.name}</h1>
    <p class="soft small"><a href="/stock/{data.lot.id}">Back to the lot</a></p>
  </header>
  <p>What you find counts for this lot in place of the handbook, in every batch that it goes into.</p>
  {#if kinds.length === 0}
    <p class="soft">There is no bench test for it here.</p>
  {:else}
    <TestList subject={data.subject} {kinds} />
  {/if}
</div>
