<script lang="ts">
  import { massText } from '$core/quantity/display';
  import { TESTS_OF_SAND } from '$core/bench/bench-tests';
  import { NINE_IN_TEN } from '$core/judge/normal';
  import TestList from '$lib/ui/bench/TestList.svelte';
  import { TESTS } from '$lib/ui/bench/guides';
  import { units } from '$lib/ui/preferences';

  const { data } = $props();
  const heap = $derived(data.heap);
  const ofBatch = $derived(data.subject.marks.batch_entry_id !== undefined);
  const best = $derived(ofBatch ? null : data.state.best_next_test);
  const spread = (kg: number) => massText(NINE_IN_TEN * kg, units());
</script>

<svelte:head><title>Tests · {heap.name} · Brunkel</title></svelte:head>

<div class="stack">
  <header>
    <h1>Test {data.subject.name}</h1>
    <p class="soft small"><a href="/heaps/{heap.id}">Back to {heap.name}</a></p>
  </header>
  {#if ofBatch}
    <p>
      These tests count for this batch while it lay by itself; the rest of {heap.name} stays as it was known. Sand
      that is mixed in already is tested as the heap.
    </p>
  {/if}
  {#if best}
    <p>
      Now {spread(best.sd_before_kg)} of water either way are in doubt. What would tell most for the work:
      <strong>{TESTS[best.kind].name.toLowerCase()}</strong>, down to {spread(best.sd_after_kg)}.
    </p>
  {/if}
  <TestList subject={data.subject} kinds={TESTS_OF_SAND} worths={ofBatch ? [] : data.state.tests_worth} />
</div>
