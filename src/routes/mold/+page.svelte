<script lang="ts">
  import MoldPlanner from '$lib/ui/mold/MoldPlanner.svelte';
  import { MOLD_STATE_WORDS } from '$lib/ui/mold/mold-words';

  const { data } = $props();
  const flask = (id: number | null) => data.flasks.find((each) => each.id === id)?.name ?? 'a flask';
  const pattern = (id: number) =>
    data.patterns.find(({ pattern: each }) => each.id === id)?.pattern.name ?? 'a pattern';
</script>

<svelte:head><title>Mold · Brunkel</title></svelte:head>

<header class="mb-4">
  <h1>Mold</h1>
  <p class="soft small">Which patterns in which flask, how much sand, how heavy; then ram it step by step.</p>
</header>
{#if data.molds.length > 0}
  <section class="mb-6 grid gap-2 print:hidden" aria-label="Molds of this casting">
    <h2>{data.session?.name ?? 'This casting'}</h2>
    <ul class="ruled">
      {#each data.molds as mold (mold.id)}
        <li>
          <a
            class="flex min-h-12 flex-wrap items-center justify-between gap-x-4 py-1 no-underline"
            href="/mold/{mold.id}"
          >
            <span
              ><strong>{flask(mold.flask_id)}</strong>: {mold.patterns
                .map(({ pattern_id, count }) => `${count} × ${pattern(pattern_id)}`)
                .join(', ') ||
                mold.note ||
                'no pattern named'}</span
            >
            <span class="soft">{MOLD_STATE_WORDS[mold.state]}</span>
          </a>
        </li>
      {/each}
    </ul>
  </section>
{/if}
{#if data.patterns.length === 0}
  <p class="max-w-2xl">
    A mold begins with a pattern. <a href="/patterns/new">Put one into the library</a>, or ask the
    <a href="/flasks">flasks</a> with three dimensions alone.
  </p>
{:else}
  <MoldPlanner
    flasks={data.flasks}
    sands={data.sands}
    patterns={data.patterns}
    given={data.given}
    session={data.session}
  />
{/if}
