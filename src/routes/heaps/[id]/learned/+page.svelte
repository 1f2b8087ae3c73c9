<script lang="ts">
  import LearnedFigure from '$lib/ui/heap/LearnedFigure.svelte';

  const { data } = $props();
</script>

<svelte:head><title>Learned · {data.heap.name} · Brunkel</title></svelte:head>

<div class="stack">
  <header>
    <h1>What {data.heap.name} has taught</h1>
    <p class="soft small"><a href="/heaps/{data.heap.id}">Back to {data.heap.name}</a></p>
  </header>
  <p class="about">
    Every heap dries, rams, spills and burns in its own way. Each figure starts at the handbook’s and moves
    with your records; the bar is the range that holds nine times in ten. Hold one where you know better, or
    let it learn anew. Both are entries of the ledger, and can be undone. What it has taught of the people who
    squeeze it stands with their <a href="/hands">hands</a>.
  </p>
  <ul class="ruled">
    {#each data.learned as figure (figure.of)}
      <li><LearnedFigure heap_id={data.heap.id} {figure} /></li>
    {/each}
  </ul>
</div>

<style>
  .about {
    max-width: 44rem;
  }
  li {
    padding-block: 1.25rem;
  }
</style>
