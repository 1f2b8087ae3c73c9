<script lang="ts">
  import { ArrowRight } from '@lucide/svelte';
  import { VERDICT_WORDS } from '$core/judge/temper-verdict';
  import { massText } from '$core/quantity/display';
  import { BINDER_NAMES } from '$core/reference/targets';
  import FirstStart from '$lib/ui/frame/FirstStart.svelte';
  import { overlay } from '$lib/ui/page/overlay.svelte';
  import { units } from '$lib/ui/preferences';
  import Casting from '$lib/ui/session/Casting.svelte';
  import DryWetRuler from '$lib/ui/temper/DryWetRuler.svelte';
  import QuickDose from '$lib/ui/temper/QuickDose.svelte';
  import VerdictWord from '$lib/ui/temper/VerdictWord.svelte';
  import { moistureWords } from '$lib/ui/temper/moisture-words';
  import type { HeapState } from '$lib/schema/heap-state';
  import { shortDate } from '$lib/ui/date/written-date';
  import { nextStep } from '$lib/ui/temper/next-step';
  import { timers } from '$lib/ui/timer/timers.svelte';

  const { data } = $props();

  /** A dose that can be followed as it stands: of sand that was looked at, with nothing to be bought before. */
  const doses = ({ need, missing }: HeapState['prescription']) =>
    (need === 'water' || need === 'clay-and-water') && missing.length === 0;
</script>

<svelte:head><title>Bench · Brunkel</title></svelte:head>

{#if data.heaps.length === 0}
  <FirstStart />
{:else}
  <header class="flex flex-wrap items-center justify-between gap-3 border-b-2 border-(--ink) pb-3">
    <h1>Bench</h1>
    <p class="row">
      <button
        type="button"
        class="soft small hidden min-h-12 cursor-pointer items-center gap-2 desk:flex"
        onclick={() => (overlay.open = 'palette')}
        >go anywhere, or say what you did <kbd class="kbd">/</kbd></button
      >
      <a class="quiet" href="/heaps/new">New heap</a>
    </p>
  </header>
  {#if data.session?.due}
    <div class="border-b-2 border-(--ink) py-5"><Casting casting={data.session} errands={[]} /></div>
  {/if}
  {#if data.also_open.length > 0}
    <p class="row border-b border-(--rule)">
      <span class="soft small">Also open:</span>
      {#each data.also_open as { id, name, href } (id)}<a class="py-3" {href}>{name ?? 'a casting'}</a>{/each}
    </p>
  {/if}
  <ul class="ruled">
    <!-- Its figures carry their identity without the component for it: the Bench is what wakes first. -->
    {#each data.heaps as { heap, state, trouble, last_test } (heap.id)}
      <li>
        {#if state}
          {@const oil = heap.system === 'oil'}
          {@const next = nextStep(state, units(), oil)}
          <div
            class="grid grid-cols-[minmax(0,1fr)] items-center gap-x-6 gap-y-2 py-4 desk:grid-cols-[minmax(0,13rem)_minmax(0,11rem)_minmax(0,1fr)_minmax(0,19rem)]"
          >
            <a class="min-w-0 no-underline" href="/heaps/{heap.id}">
              <strong
                class="block font-(family-name:--display) text-2xl leading-tight font-bold wrap-anywhere"
                >{heap.name}</strong
              >
              <span class="soft small"
                ><span data-figure="heap:{heap.id}.total-kg" data-value={state.total_kg}
                  >{massText(state.total_kg, units())}</span
                >
                · {BINDER_NAMES[heap.binder]}{last_test
                  ? ` · ${last_test.name} ${shortDate(last_test.at)}`
                  : ' · never tested'}</span
              >
              <span class="sr-only">: {VERDICT_WORDS[state.verdict]}. {next}</span>
            </a>
            <p class="text-xl"><VerdictWord {state} look oil={heap.system === 'oil'} /></p>
            <div class="grid gap-1">
              {#if state.total_kg > 0}
                <DryWetRuler
                  size="small"
                  known={state.seen}
                  window={state.window_percent}
                  value={state.moisture_percent.value}
                  sd={state.moisture_percent.sd}
                />
                <span
                  class="small soft"
                  data-figure="heap:{heap.id}.moisture-percent"
                  data-value={state.moisture_percent.value}>{moistureWords(state)}</span
                >
              {/if}
            </div>
            {#if doses(state.prescription)}
              {#key state.heap_version}<QuickDose {heap} {state} />{/key}
            {:else}
              <a
                class="flex min-h-12 items-center justify-between gap-3 font-semibold no-underline"
                href="/heaps/{heap.id}{state.prescription.need === 'test'
                  ? '/test/squeeze'
                  : state.prescription.need === 'sand'
                    ? '/mix'
                    : ''}"
                aria-label="{next}, {heap.name}">{next}<ArrowRight size={20} aria-hidden="true" /></a
              >
            {/if}
          </div>
        {:else}
          <p class="grid gap-1 py-4">
            <strong class="text-2xl wrap-anywhere">{heap.name}</strong> <span>{trouble}</span>
          </p>
        {/if}
      </li>
    {/each}
  </ul>
  <div class="columns border-t-2 border-(--ink) pt-5">
    {#if !data.session?.due}<Casting
        casting={data.session}
        errands={data.errands}
        ahead={data.ahead}
        members={data.members}
      />{/if}
    {#if timers().length > 0}
      {#await import('$lib/ui/timer/Running.svelte') then { default: Running }}<Running />{/await}
    {/if}
  </div>
{/if}
