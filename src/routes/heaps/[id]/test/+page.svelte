<script lang="ts">
  import { massText } from '$core/quantity/display';
  import type { TestWorth } from '$core/heap/next-test';
  import { GUIDES } from '$lib/ui/bench/guides';
  import { units } from '$lib/ui/preferences';

  const { data } = $props();
  const heap = $derived(data.heap);
  const OWN_PAGES = [
    {
      kind: 'squeeze',
      name: 'Squeeze',
      tells: 'Temper, by hand; and whether water is what it lacks.',
      minutes: 1
    },
    {
      kind: 'moisture',
      name: 'Dry and weigh',
      tells: 'Moisture, by oven, lamp, pan or microwave.',
      minutes: 12
    }
  ];
  const tests = $derived([...OWN_PAGES, ...Object.values(GUIDES)]);
  const worthOf = (kind: string) => data.state.tests_worth.find((worth: TestWorth) => worth.kind === kind);
  const best = $derived(data.state.best_next_test);
  const spread = (kg: number) => massText(1.645 * kg, units());
</script>

<svelte:head><title>Tests · {heap.name} · Brunkel</title></svelte:head>

<div class="stack">
  <header>
    <h1>Test {heap.name}</h1>
    <p class="soft small"><a href="/heaps/{heap.id}">Back to {heap.name}</a></p>
  </header>
  {#if best}
    <p>
      Now {spread(best.sd_before_kg)} of water either way are in doubt. What would tell most for the work:
      <strong>{tests.find((test) => test.kind === best.kind)?.name.toLowerCase()}</strong>, down to {spread(
        best.sd_after_kg
      )}.
    </p>
  {/if}
  <ul class="ruled">
    {#each tests as test (test.kind)}
      {@const worth = worthOf(test.kind)}
      <li>
        <a href="/heaps/{heap.id}/test/{test.kind}">
          <span><span class="name">{test.name}</span> <span class="soft small">{test.tells}</span></span>
          <span class="small">{test.minutes} min of work</span>
          <span class="small figure">{worth ? `doubt ± ${spread(worth.sd_after_kg)}` : ''}</span>
        </a>
      </li>
    {/each}
  </ul>
</div>

<style>
  li a {
    display: grid;
    gap: 0.15rem 1.5rem;
    min-height: 3rem;
    align-items: center;
    padding-block: 0.6rem;
    text-decoration: none;
  }
  li a:hover .name {
    text-decoration: underline;
    text-underline-offset: 0.2em;
  }
  .name {
    display: block;
    font-weight: 700;
  }
  @media (min-width: 62rem) {
    li a {
      grid-template-columns: 1fr 9rem 12rem;
    }
  }
</style>
