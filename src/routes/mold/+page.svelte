<script lang="ts">
  import MoldPlanner from '$lib/ui/mold/MoldPlanner.svelte';
  import { MOLD_STATE_WORDS } from '$lib/ui/mold/mold-words';

  const { data } = $props();
  const flask = (id: number | null) => data.flasks.find((each) => each.id === id)?.name ?? 'a flask';
  const pattern = (id: number) =>
    data.patterns.find(({ pattern: each }) => each.id === id)?.pattern.name ?? 'a pattern';
</script>

<svelte:head><title>Mold · Brunkel</title></svelte:head>

<header class="mb-5 flex flex-wrap items-center justify-between gap-x-6 gap-y-3">
  <div>
    <h1>Mold</h1>
    <p class="soft small">
      Which patterns in which flask, how much sand, how heavy; then ram it step by step.
    </p>
  </div>
  {#if data.molds.length > 0}
    <ul id="coming" class="row print:hidden" aria-label="Molds of {data.session?.name ?? 'this casting'}">
      {#each data.molds as mold, i (mold.id)}
        <li>
          <a class="quiet px-4 text-left" href="/mold/{mold.id}">
            <span
              >Mold {i + 1}: {mold.patterns
                .map(({ pattern_id, count }) => `${count} × ${pattern(pattern_id)}`)
                .join(', ') ||
                mold.note ||
                'no pattern named'}
              <span class="soft block text-sm font-normal"
                >{flask(mold.flask_id)}, {MOLD_STATE_WORDS[mold.state]}</span
              ></span
            >
          </a>
        </li>
      {/each}
    </ul>
  {/if}
</header>
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
